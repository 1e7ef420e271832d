import type { SourceCheck } from '../source-check.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { type Scan, type Tag, VOID, type Words } from '../../../html/scan.ts'
import { at } from '../at.ts'
import { byName } from '../../../tree/by-name.ts'

function look({ text, tags, words }: Scan): Diagnostic[] {
  const found: Diagnostic[] = []
  const open: Tag[] = []
  let nextWords = 0
  for (let index = 0; index <= tags.length; index++) {
    for (; nextWords < words.length && words[nextWords]!.after === index; nextWords++) {
      const holder = open.at(-1)
      const piece = words[nextWords]!
      if (!holder || !(holder.name in HOLDS) || text.slice(piece.from, piece.to).trim() === '') continue
      found.push(looseWords(text, piece, holder))
    }
    const tag = tags[index]
    if (!tag) break
    if (tag.isEnd) {
      const last = open.findLastIndex(({ name }) => name === tag.name)
      if (last >= 0) open.length = last
      continue
    }
    // An item ends the one before it, a row its cells; other omitted end tags do not matter here.
    for (let holder = open.at(-1); holder && endedBy(holder.name, tag.name); holder = open.at(-1)) open.pop()
    const holder = open.at(-1)
    const allowed = holder && HOLDS[holder.name]
    if (allowed && !allowed.includes(tag.name) && !(isList(holder.name) && isList(tag.name)))
      found.push(at(tag, 'outside', 'error', misplaced(tag.name, holder)))
    if (!VOID.has(tag.name)) open.push(tag)
  }
  return found
}

const misplaced = (what: string, holder: Tag): string =>
  isList(holder.name)
    ? `“${what}” stands in the list, but in no item of it.`
    : `“${what}” stands in the table, but in no cell. Browsers put it before the table.`

/** Words that stand in a list or table, but in nothing that it may hold. */
function looseWords(text: string, piece: Words, holder: Tag): Diagnostic {
  const shown = text.slice(piece.from, piece.to).trim().slice(0, 30)
  const repairs = isList(holder.name)
    ? [
        {
          label: 'Make it an item',
          edits: [{ from: piece.from, to: piece.to, insert: `<li>${text.slice(piece.from, piece.to).trim()}</li>` }],
        },
      ]
    : []
  return at(piece, 'outside', 'error', misplaced(shown, holder), repairs)
}

const CELLS = ['td', 'th']
function endedBy(open: string, next: string): boolean {
  if (open === 'li') return next === 'li'
  if (open === 'p') return next === 'li' || CELLS.includes(next) || next === 'tr' || next === 'p'
  if (CELLS.includes(open)) return CELLS.includes(next) || ['tr', 'tbody', 'thead', 'tfoot'].includes(next)
  if (open === 'tr') return ['tr', 'tbody', 'thead', 'tfoot'].includes(next)
  return (
    ['thead', 'tbody', 'caption', 'colgroup'].includes(open) &&
    ['tbody', 'tfoot', 'thead', 'tr'].includes(next) &&
    !(open !== 'caption' && open !== 'colgroup' && next === 'tr')
  )
}

/** What may stand straight in a list or a table (HTML Standard, their content models). */
const HOLDS = byName<readonly string[]>({
  ul: ['li', 'script', 'template'],
  ol: ['li', 'script', 'template'],
  menu: ['li', 'script', 'template'],
  table: ['caption', 'colgroup', 'thead', 'tbody', 'tfoot', 'tr', 'script', 'template'],
  thead: ['tr', 'script', 'template'],
  tbody: ['tr', 'script', 'template'],
  tfoot: ['tr', 'script', 'template'],
  tr: ['td', 'th', 'script', 'template'],
})
const isList = (name: string): boolean => name === 'ul' || name === 'ol' || name === 'menu'

/** Words and blocks that stand in a list but in no item, in a table but in no cell. */
export const outside: SourceCheck = {
  id: 'outside',
  finds: ['outside'],
  why: 'Words in a list but in no item, in a table but in no cell, are moved by browsers, and not counted by screen readers.',
  look,
  good: ['<ul><li>a</li><ul><li>b</li></ul></ul>', '<table><caption>c</caption><tr><td>a</table>'],
  bad: [
    { html: '<ul>\n<li>a</li>\nlost\n</ul>', told: ['3 outside'], repaired: '<ul>\n<li>a</li>\n<li>lost</li>\n</ul>' },
  ],
}
