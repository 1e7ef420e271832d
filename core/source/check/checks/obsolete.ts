import type { SourceCheck } from '../source-check.ts'
import type { Diagnostic, TextEdit } from '../diagnostic.ts'
import type { Source } from '../written.ts'
import { at, withoutAttribute } from '../at.ts'
import { byName } from '../../../tree/by-name.ts'

function look({ text, tags }: Source): Diagnostic[] {
  const found: Diagnostic[] = []
  for (const [index, tag] of tags.entries()) {
    if (tag.isEnd) continue
    const instead = ELEMENTS[tag.name]
    if (instead !== undefined) {
      const edits: TextEdit[] = [{ from: tag.from, to: tag.to, insert: '' }]
      let depth = 1
      for (let next = index + 1; next < Math.min(tags.length, index + 2000); next++) {
        if (tags[next]!.name !== tag.name) continue
        depth += tags[next]!.isEnd ? -1 : 1
        if (depth > 0) continue
        edits.push({ from: tags[next]!.from, to: tags[next]!.to, insert: '' })
        break
      }
      found.push(
        at(tag, 'obsolete', 'warning', `“${tag.name}” is no longer part of HTML: ${instead}. Its words stay.`, [
          { label: 'Remove the tags', edits },
        ]),
      )
    }
    const old = tag.attributes.filter(({ name }) => ATTRIBUTES.has(name))
    if (old.length > 0)
      found.push(
        at(
          tag,
          'obsolete',
          'warning',
          `${old.map(({ name }) => `“${name}”`).join(', ')} on “${tag.name}” ${old.length === 1 ? 'is' : 'are'} no longer part of HTML and ${old.length === 1 ? 'does' : 'do'} nothing here.`,
          [{ label: 'Remove', edits: old.map((each) => withoutAttribute(text, each)) }],
        ),
      )
  }
  return found
}

/** HTML Standard, "16.2 Non-conforming features": elements that must not be used, and what to use. */
const ELEMENTS = byName<string>({
  acronym: 'use “abbr”',
  applet: 'it runs nowhere any more',
  basefont: 'the page has its own type',
  big: 'the page has its own sizes',
  blink: 'nothing may blink',
  center: 'the page has its own alignment',
  dir: 'use a list',
  font: 'the page has its own type',
  frame: 'use an HTML piece or an embed',
  frameset: 'use columns',
  marquee: 'text that runs can’t be read by many',
  nobr: 'use no-break spaces',
  strike: 'use “s” or “del”',
  tt: 'use “code”',
})
/** The same place: attributes of presentation. */
const ATTRIBUTES = new Set([
  'align',
  'alink',
  'background',
  'bgcolor',
  'border',
  'cellpadding',
  'cellspacing',
  'char',
  'charoff',
  'clear',
  'compact',
  'frame',
  'hspace',
  'link',
  'marginheight',
  'marginwidth',
  'noshade',
  'nowrap',
  'rules',
  'text',
  'valign',
  'vlink',
  'vspace',
])

/** Elements and attributes that HTML has given up. */
export const obsolete: SourceCheck = {
  id: 'obsolete',
  finds: ['obsolete'],
  why: 'What HTML has given up works by accident where it still works, and says nothing to whoever can’t see the page.',
  look,
  good: ['<p><strong>a</strong></p><table><tr><td>a</table>'],
  bad: [
    { html: '<center>a <b>b</b></center>', told: ['1 obsolete'], repaired: 'a <b>b</b>' },
    {
      html: '<table border="1" cellpadding="3"><tr><td>a</table>',
      told: ['1 obsolete'],
      repaired: '<table><tr><td>a</table>',
    },
  ],
}
