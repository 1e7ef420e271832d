import type { Diagnostic, SourceRepair } from '../diagnostic.ts'
import { at, changed } from '../at.ts'
import { BELONGS, HOLDS } from '../content-models.ts'
import { renamed, tagsOff, wrapped } from '../element-repairs.ts'
import type { SourceCheck } from '../source-check.ts'
import type { HeldWords, Source, Written } from '../written.ts'

function look({ text, roots, elements, held }: Source): Diagnostic[] {
  const found: Diagnostic[] = []
  for (const each of elements) {
    if (each.isForeign) continue
    const { parent, tag } = each
    const allowed = parent && HOLDS[parent.tag.name]
    if (allowed && !parent.isForeign && !allowed.includes(tag.name)) found.push(inWrongHolder(text, each, parent))
    else if (BELONGS[tag.name] && !isAtHome(each)) found.push(withoutHolder(each, parent?.children ?? roots))
  }
  for (const words of held) {
    const { parent } = words
    if (parent && !parent.isForeign && HOLDS[parent.tag.name] && text.slice(words.from, words.to).trim() !== '')
      found.push(looseWords(text, words, parent))
  }
  return found
}

/** Terms may stand in a `div` of their list (HTML Standard, “The dl element”). */
function isAtHome({ tag, parent }: Written): boolean {
  if (!parent || !BELONGS[tag.name]?.includes(parent.tag.name)) return false
  return !/^d[td]$/.test(tag.name) || parent.tag.name === 'dl' || parent.parent?.tag.name === 'dl'
}

const LISTS = new Set(['ul', 'ol', 'menu'])
const isList = ({ tag }: Written): boolean => LISTS.has(tag.name)
const isTable = ({ tag }: Written): boolean => /^(table|thead|tbody|tfoot|tr|colgroup)$/.test(tag.name)

function misplaced(what: string, holder: Written): string {
  if (isList(holder)) return `“${what}” stands in the list, but in no item of it.`
  if (isTable(holder)) return `“${what}” stands in the table, but in no cell. Browsers put it before the table.`
  if (holder.tag.name === 'dl')
    return `“${what}” stands in the list of terms, but is neither a term nor what is said of it.`
  return `“${what}” may not stand straight in “${holder.tag.name}”.`
}

function tableOf(holder: Written): Written | null {
  let at: Written | null = holder
  // Rows in rows in rows: browsers make no table of them.
  for (let depth = 0; at && isTable(at) && depth < 5; depth++, at = at.parent) if (at.tag.name === 'table') return at
  return null
}

function inWrongHolder(text: string, each: Written, holder: Written): Diagnostic {
  const { tag } = each
  const passage = { from: (tableOf(holder) ?? holder).tag.from, to: each.to }
  if (isList(holder) && LISTS.has(tag.name))
    return at(
      tag,
      'outside',
      'warning',
      `This list stands in another, but in no item of it: nobody is told to which item it belongs.`,
      intoItemBefore(each, holder),
    )
  return at(
    tag,
    'outside',
    'error',
    misplaced(tag.name, holder),
    repairsIn(text, each, holder),
    isTable(holder) ? passage : undefined,
  )
}

function repairsIn(text: string, each: Written, holder: Written): SourceRepair[] {
  const holdsItems = each.children.some(({ tag }) => HOLDS[holder.tag.name]!.includes(tag.name))
  if (holdsItems) return [tagsOff(each)]
  if (isList(holder)) return [wrapped('Make it an item', each, 'li')]
  if (holder.tag.name === 'dl') return [wrapped('Make it what is said of the term', each, 'dd')]
  const table = isTable(holder) ? tableOf(holder) : null
  return table ? [beforeTable(text, { from: each.tag.from, to: each.to }, table)] : [tagsOff(each)]
}

const beforeTable = (text: string, { from, to }: { from: number; to: number }, table: Written): SourceRepair => ({
  label: 'Put it before the table, as browsers do',
  edits: [
    { from: table.tag.from, to: table.tag.from, insert: text.slice(from, to).trim() },
    { from, to, insert: '' },
  ],
})

/** A list that follows an item goes to the end of that item. */
function intoItemBefore(each: Written, holder: Written): SourceRepair[] {
  const before = holder.children[each.index - 1]
  if (before?.tag.name !== 'li' || !before.end || !each.end) return [wrapped('Make it an item', each, 'li')]
  return [
    {
      label: 'Put it into the item before it',
      edits: [
        { from: before.end.from, to: before.end.to, insert: '' },
        { from: each.to, to: each.to, insert: '</li>' },
      ],
    },
  ]
}

const WRAPPERS: ReadonlyMap<string, string> = new Map([
  ['li', 'ul'],
  ['dt', 'dl'],
  ['dd', 'dl'],
])
const INSTEAD: ReadonlyMap<string, string> = new Map([
  ['summary', 'p'],
  ['legend', 'p'],
  ['figcaption', 'p'],
])

function withoutHolder(each: Written, siblings: readonly Written[]): Diagnostic {
  const { tag, parent } = each
  const homes = BELONGS[tag.name]!.map((name) => `“${name}”`)
  const wrapper = WRAPPERS.get(tag.name)
  const instead = INSTEAD.get(tag.name)
  const where = parent ? `here it stands in “${parent.tag.name}”` : 'here it stands in none'
  const repair = wrapper
    ? inWrapper(wrapper, run(each, siblings))
    : instead
      ? { label: 'Make it a paragraph', edits: renamed(each, instead) }
      : tagsOff(each)
  return at(tag, 'outside', 'error', `“${tag.name}” belongs straight into ${homes.join(' or ')}; ${where}.`, [repair])
}

const LONGEST_RUN = 200

/** Neighbours that would stand in one list with an element. */
function run(each: Written, siblings: readonly Written[]): readonly Written[] {
  const wrapper = WRAPPERS.get(each.tag.name)
  let end = each.index
  while (end - each.index < LONGEST_RUN && WRAPPERS.get(siblings[end + 1]?.tag.name ?? '') === wrapper) end++
  return siblings.slice(each.index, end + 1)
}

const inWrapper = (name: string, items: readonly Written[]): SourceRepair => ({
  label: items.length > 1 ? `Put these ${items.length} into a list` : 'Put it into a list',
  edits: [
    { from: items[0]!.tag.from, to: items[0]!.tag.from, insert: `<${name}>` },
    { from: items.at(-1)!.to, to: items.at(-1)!.to, insert: `</${name}>` },
  ],
})

/** Words that stand in a list or table, but in nothing that it may hold. */
function looseWords(text: string, words: HeldWords, holder: Written): Diagnostic {
  const own = text.slice(words.from, words.to).trim()
  const table = isTable(holder) ? tableOf(holder) : null
  const repair = isList(holder)
    ? changed('Make it an item', words, `<li>${own}</li>`)
    : holder.tag.name === 'dl'
      ? changed('Make it what is said of the term', words, `<dd>${own}</dd>`)
      : table
        ? beforeTable(text, words, table)
        : changed('Remove it', words, '')
  return at(
    words,
    'outside',
    'error',
    misplaced(own.slice(0, 30), holder),
    [repair],
    table ? { from: table.tag.from, to: words.to } : undefined,
  )
}

/** What stands in a list but in no item, in a table but in no cell; and items and cells without their list or table. */
export const outside: SourceCheck = {
  id: 'outside',
  finds: ['outside'],
  why: 'Words in a list but in no item, in a table but in no cell, are moved by browsers, and not counted by screen readers.',
  look,
  good: [
    '<ul><li>a<ul><li>b</li></ul></li></ul>',
    '<table><caption>c</caption><tr><td>a</table>',
    '<dl><div><dt>a<dd>b</div></dl>',
    '<figure><img src="a.png" alt="b"><figcaption>c</figcaption></figure>',
  ],
  bad: [
    { html: '<ul>\n<li>a</li>\nlost\n</ul>', told: ['3 outside'], repaired: '<ul>\n<li>a</li>\n<li>lost</li>\n</ul>' },
    {
      html: '<ul><li>a</li><ul><li>b</li></ul></ul>',
      told: ['1 outside'],
      repaired: '<ul><li>a<ul><li>b</li></ul></li></ul>',
    },
    { html: '<ul><p>a</p></ul>', told: ['1 outside'], repaired: '<ul><li><p>a</p></li></ul>' },
    { html: '<ul><div><li>a</li></div></ul>', told: ['1 outside', '1 outside'], repaired: '<ul><li>a</li></ul>' },
    {
      html: '<table><tr><p>b</p><td>a</td></tr></table>',
      told: ['1 outside'],
      repaired: '<p>b</p><table><tr><td>a</td></tr></table>',
    },
    { html: '<table>b<tr><td>a</td></table>', told: ['1 outside'], repaired: 'b<table><tr><td>a</td></table>' },
    {
      html: '<p>x</p><li>a</li>\n<li>b</li>',
      told: ['1 outside', '2 outside'],
      repaired: '<p>x</p><ul><li>a</li>\n<li>b</li></ul>',
    },
    { html: '<dl><dt>b</dt><p>a</p></dl>', told: ['1 incomplete', '1 outside'], repaired: null },
    { html: '<div><td>a</td></div>', told: ['1 outside'], repaired: '<div>a</div>' },
    { html: '<div><summary>a</summary></div>', told: ['1 outside'], repaired: '<div><p>a</p></div>' },
  ],
}
