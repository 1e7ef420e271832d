import { safeAddress } from '../tree/addresses.ts'
import { entryKinds, ENTRY_KINDS, type EntryKind } from './kinds.ts'
import { cleanText } from '../tree/characters.ts'

/**
 * A line of an outline that was typed or pasted. Depth 0 is a unit, 1 a lesson (or an item in a unit), 2 an item, 3 and
 * 4 what a book holds.
 */
export interface OutlineLine {
  readonly title: string
  readonly depth: number
  /**
   * What the line says it is, before a colon; left out, its place says it. An aim belongs to the lesson or unit above.
   */
  readonly kind?: EntryKind | 'aim'
  /** Where a web link leads. */
  readonly address?: string
}

export interface ParsedOutline {
  readonly lines: readonly OutlineLine[]
  /** What was changed on the way in, as sentences for the author. */
  readonly notes: readonly string[]
}

/** The longest title of a unit, lesson or item, as of a page. */
export const PLAN_TITLE_LENGTH = 300
/** The most lines taken in one paste. */
export const MOST_LINES = 2000

/** How deep a line can stand: unit, lesson, book, part, chapter. */
export const DEEPEST = 4

const BULLET = /^(?:[-*+•‣◦▪§–—·\uf0a7\uf0b7]|\(?(?:\d{1,3}|[a-zA-Z])[.)])\s+/u
/**
 * Word processors write the second level's hollow bullet as the letter, with a tab or wide space behind it (common
 * practice).
 */
const HOLLOW = /^o(?:\t|[ \u00a0]{2,})\s*/u
/** The same with one space: a bullet only in a list that has other bullets, since "o" is a word in some languages. */
const HOLLOW_IN_LIST = /^o\s+/u
const TAB_WIDTH = 4

/** Words before a colon that say what a line is; common names in the trade. */
const KIND_WORDS = new Map<string, EntryKind | 'aim'>([
  ...ENTRY_KINDS.map((kind) => [entryKinds[kind].label.toLowerCase(), kind] as const),
  ['link', 'link'],
  ['task', 'assignment'],
  ['questions', 'exercise'],
  ['aim', 'aim'],
])
const ADDRESS = /\bhttps?:\/\/\S+/i

/**
 * What a line is by its own words: “Discussion: What do you own?” is a discussion, a line that holds an address of the
 * web is a web link. Other lines are what their place makes them.
 */
export function kindOfLine(words: string): { kind?: EntryKind | 'aim'; title: string; address?: string } {
  const [, name = '', rest = ''] = /^\s*([\p{L} ]{3,12}?)\s*:\s+(\S.*)$/u.exec(words) ?? []
  const kind = KIND_WORDS.get(name.toLowerCase())
  const title = (kind ? rest : words).trim()
  const found = kind === undefined || kind === 'link' ? ADDRESS.exec(title)?.[0] : undefined
  const address = safeAddress(found)
  if (address === null || found === undefined) return { ...(kind ? { kind } : {}), title }
  const left = title
    .replace(found, '')
    .replace(/[\s:,–-]+$/u, '')
    .trim()
  return { kind: 'link', title: left === '' ? new URL(address).hostname : left, address }
}

/**
 * An indented or bulleted list as outline lines. The depth of a line comes from its indentation against the lines above
 * (any width of step), as in Python's tokeniser; deeper than unit, lesson, item is flattened and told in `notes`, but
 * under a book, which holds parts and chapters. `above`: how deep the first line stands.
 */
export function parseOutline(text: string, above = 0): ParsedOutline {
  const notes: string[] = []
  const lines: OutlineLine[] = []
  const stack: { indent: number; depth: number; isBook: boolean }[] = []
  let flattened = 0
  let cut = 0
  const raws = text.split(/\r\n|\r|\n/)
  const hollow = raws.some((raw) => BULLET.test(raw.trim())) ? HOLLOW_IN_LIST : HOLLOW
  for (const raw of raws) {
    const clean = cleanText(raw)
    if (clean.trim() === '') continue
    if (lines.length >= MOST_LINES) {
      notes.push(`Only the first ${MOST_LINES} lines were taken.`)
      break
    }
    const indent = indentOf(clean)
    while (stack.length > 0 && stack.at(-1)!.indent >= indent) stack.pop()
    const words = kindOfLine(clean.trim().replace(BULLET, '').replace(hollow, '').trim())
    let { title } = words
    if (title.length > PLAN_TITLE_LENGTH) {
      title = title.slice(0, PLAN_TITLE_LENGTH).toWellFormed()
      cut++
    }
    const holder = stack.at(-1)
    // Above a book three levels: unit, lesson, item. In a book two more: part, chapter.
    const book = stack.findLast(({ isBook }) => isBook)
    const wanted = holder ? holder.depth + 1 : above
    const depth = Math.min(wanted, book ? book.depth + 2 : 2)
    if (depth < wanted && words.kind !== 'aim') flattened++
    stack.push({ indent, depth: words.kind === 'aim' ? wanted : depth, isBook: words.kind === 'book' })
    lines.push({ ...words, title, depth })
  }
  if (flattened > 0)
    notes.push(
      `${flattened} ${flattened === 1 ? 'line was' : 'lines were'} nested deeper than unit, lesson, item; ${flattened === 1 ? 'it became an item' : 'they became items'} of the lesson above.`,
    )
  if (cut > 0)
    notes.push(
      `${cut} ${cut === 1 ? 'title was' : 'titles were'} longer than ${PLAN_TITLE_LENGTH} characters and ${cut === 1 ? 'was' : 'were'} cut there.`,
    )
  return { lines, notes }
}

function indentOf(line: string): number {
  let width = 0
  for (const sign of line) {
    if (sign === '\t') width += TAB_WIDTH - (width % TAB_WIDTH)
    else if (sign === ' ' || sign === '\u00a0') width++
    else break
  }
  return width
}
