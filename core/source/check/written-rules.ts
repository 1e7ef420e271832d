/*
 * What ends what, as the HTML Standard has it: “13.1.2.4 Optional tags” for what may be left out, “13.2.6 Tree
 * construction” for what a start tag ends and how far an end tag reaches.
 */

/** Elements whose end tag may be left out. */
export const OPTIONAL: ReadonlySet<string> = new Set(
  'html head body li dt dd p rt rp optgroup option colgroup caption thead tbody tfoot tr td th'.split(' '),
)

/** Blocks: they end an open paragraph (“Optional tags”, on the end tag of `p`). */
export const BLOCKS: ReadonlySet<string> = new Set(
  (
    'address article aside blockquote details dialog div dl fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 ' +
    'header hgroup hr main menu nav ol p pre search section table ul'
  ).split(' '),
)

/** Start tags that end an open paragraph (“in body”). */
export const ENDS_PARAGRAPH: ReadonlySet<string> = new Set([
  ...BLOCKS,
  ...'center dir summary li dt dd listing xmp'.split(' '),
])

export const isHeading = (name: string): boolean => /^h[1-6]$/.test(name)

const TABLE_PARTS = 'caption colgroup thead tbody tfoot tr td th'.split(' ')
const named = (names: string): ReadonlySet<string> => new Set(names.split(' '))

interface Ends {
  readonly ended: ReadonlySet<string>
  /** What it does not look beyond. */
  readonly stops: (open: string) => boolean
}

const LISTS = named('ul ol menu dl table td th caption button template object svg math')
const TABLE = named('table template')
const row = (ended: string): Ends => ({ ended: named(ended), stops: (open) => TABLE.has(open) })
const beside = (ended: string, holders: string): Ends => {
  const stop = named(`${holders} table template`)
  return { ended: named(ended), stops: (open) => stop.has(open) }
}
/** Through blocks that are none of these an item does not end the one around it (“in body”, start tag of `li`). */
const PASSED = /^(address|div|p|a|abbr|b|bdi|bdo|cite|code|em|font|i|kbd|mark|q|s|small|span|strong|sub|sup|u)$/
const items = (ended: string): Ends => ({ ended: named(ended), stops: (open) => LISTS.has(open) || !PASSED.test(open) })

const RULES: ReadonlyMap<string, Ends> = new Map([
  ['li', items('li')],
  ['dt', items('dt dd')],
  ['dd', items('dt dd')],
  ['td', row('td th')],
  ['th', row('td th')],
  ['tr', row('td th tr caption colgroup')],
  ['thead', row('td th tr thead tbody tfoot caption colgroup')],
  ['tbody', row('td th tr thead tbody tfoot caption colgroup')],
  ['tfoot', row('td th tr thead tbody tfoot caption colgroup')],
  ['caption', row('td th tr thead tbody tfoot caption colgroup')],
  ['colgroup', row('td th tr thead tbody tfoot caption colgroup')],
  ['option', beside('option', 'select datalist optgroup')],
  ['optgroup', beside('option optgroup', 'select datalist')],
  ['rt', beside('rt rp', 'ruby')],
  ['rp', beside('rt rp', 'ruby')],
])

/** What a start tag ends that is open, and how far it looks for it. */
export const ends = (name: string): Ends | undefined => RULES.get(name)

/** “Has an element in scope”: an end tag does not reach out of these. */
const SCOPE = named('applet caption html table td th marquee object template')
const TABLE_SCOPE = named('html table template')

/** Whether an end tag of a name reaches out of an element that is open. */
export function reaches(name: string, open: string): boolean {
  if (name === 'table' || TABLE_PARTS.includes(name)) return !TABLE_SCOPE.has(open)
  if (name === 'li' && (open === 'ul' || open === 'ol' || open === 'menu')) return false
  if (name === 'p' && open === 'button') return false
  return !SCOPE.has(open)
}
