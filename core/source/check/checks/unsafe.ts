import type { SourceCheck } from '../source-check.ts'
import { safeAddress } from '../../../tree/addresses.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { type Scan } from '../../../html/scan.ts'
import { at, withoutAttribute } from '../at.ts'

function look({ text, tags }: Scan): Diagnostic[] {
  const found: Diagnostic[] = []
  for (const [index, tag] of tags.entries()) {
    if (tag.isEnd) continue
    if (tag.name === 'script') {
      const end = tags[index + 1]
      const to = end?.isEnd && end.name === 'script' ? end.to : tag.to
      found.push(
        at(
          tag,
          'unsafe',
          'error',
          'A page holds no script. What needs script goes into an HTML piece, which is sealed.',
          [{ label: 'Remove the script', edits: [{ from: tag.from, to, insert: '' }] }],
        ),
      )
    }
    for (const attribute of tag.attributes) {
      if (/^on[a-z]/.test(attribute.name))
        found.push(
          at(tag, 'unsafe', 'error', `“${attribute.name}” would run script in the page; it is left out.`, [
            { label: `Remove “${attribute.name}”`, edits: [withoutAttribute(text, attribute)] },
          ]),
        )
      else if (
        (attribute.name === 'href' || attribute.name === 'src') &&
        /^\s*[a-z]+\s*:/i.test(attribute.value.slice(0, 40)) &&
        safeAddress(attribute.value) === null &&
        !/^data:image\//i.test(attribute.value)
      )
        found.push(
          at(tag, 'unsafe', 'error', `“${attribute.value.slice(0, 40)}” is not an address that a page may use.`, [
            { label: 'Remove the address', edits: [withoutAttribute(text, attribute)] },
          ]),
        )
    }
  }
  return found
}

/** Script and addresses that a page never runs: they are left out, and here is where they stand. */
export const unsafe: SourceCheck = {
  id: 'unsafe',
  finds: ['unsafe'],
  why: 'A page runs no script: what an author pastes could otherwise act in the name of every student who reads it.',
  look,
  good: ['<p><a href="https://a.example">a</a><img src="data:image/png;base64,AA==" alt=""></p>'],
  bad: [
    { html: '<p>a</p><script>x < 1</script>', told: ['1 unsafe'], repaired: '<p>a</p>' },
    { html: '<p onclick="x()" class="a">a</p>', told: ['1 unsafe'], repaired: '<p class="a">a</p>' },
    { html: '<p><a href="javascript:x()">a</a></p>', told: ['1 unsafe'], repaired: '<p><a>a</a></p>' },
  ],
}
