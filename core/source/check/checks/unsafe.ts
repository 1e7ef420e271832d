import type { SourceCheck } from '../source-check.ts'
import { safeAddress } from '../../../tree/addresses.ts'
import type { Diagnostic } from '../diagnostic.ts'
import type { Source } from '../written.ts'
import { byName } from '../../../tree/by-name.ts'
import { attributeOf, type Tag } from '../../../html/scan.ts'
import { at, removed, withoutAttribute } from '../at.ts'

function look({ text, tags }: Source): Diagnostic[] {
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
      else if (isUnsafe(tag.name, attribute.name, attribute.value))
        found.push(
          at(tag, 'unsafe', 'error', `“${attribute.value.slice(0, 40)}” is not an address that a page may use.`, [
            { label: 'Remove the address', edits: [withoutAttribute(text, attribute)] },
          ]),
        )
    }
    if (WHOLE[tag.name] !== undefined && isOfPage(tag))
      found.push(at(tag, 'unsafe', 'error', WHOLE[tag.name]!, [removed(tag)]))
  }
  return found
}

/** HTML Standard, attributes whose value is an address (“Attributes”, index). */
const ADDRESSES = new Set('href src action formaction poster data cite background ping longdesc xlink:href'.split(' '))

function isUnsafe(tag: string, name: string, value: string): boolean {
  if (!ADDRESSES.has(name) || !/^\s*[a-z]+\s*:/i.test(value.slice(0, 40)) || safeAddress(value) !== null) return false
  return !(/^data:image\//i.test(value) && (tag === 'img' || tag === 'image' || tag === 'source'))
}

/** Elements that would change where all of the page leads, or lead away from it. */
const WHOLE = byName<string>({
  base: '“base” would change where every link of the page leads; it is left out.',
  meta: 'This “meta” would lead readers away by itself; it is left out.',
})
const isOfPage = (tag: Tag): boolean =>
  tag.name === 'base' || attributeOf(tag, 'http-equiv')?.value.toLowerCase() === 'refresh'

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
    { html: '<form action="javascript:x()">a</form>', told: ['1 unsafe'], repaired: '<form>a</form>' },
    { html: '<base href="https://a.example/"><p>a</p>', told: ['1 unsafe'], repaired: '<p>a</p>' },
    {
      html: '<meta http-equiv="refresh" content="0; url=https://a.example/"><p>a</p>',
      told: ['1 unsafe'],
      repaired: '<p>a</p>',
    },
  ],
}
