/** A line of an outline that was typed or pasted. Depth 0 is a unit, 1 a lesson (or an item in a unit), 2 an item. */
export interface OutlineLine {
  readonly title: string
  readonly depth: number
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

const BULLET = /^(?:[-*+•‣◦▪–—·]|\(?(?:\d{1,3}|[a-zA-Z])[.)])\s+/u
const TAB_WIDTH = 4

/**
 * An indented or bulleted list as outline lines. The depth of a line comes from its indentation against the lines
 * above (any width of step), as in Python's tokeniser; deeper than `deepest` is flattened and told in `notes`.
 */
export function parseOutline(text: string, deepest = 2): ParsedOutline {
  const notes: string[] = []
  const lines: OutlineLine[] = []
  const stack: number[] = []
  let flattened = 0
  let cut = 0
  for (const raw of text.split(/\r\n|\r|\n/)) {
    // eslint-disable-next-line no-control-regex -- control characters are what is removed
    const clean = raw.replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '').toWellFormed()
    if (clean.trim() === '') continue
    if (lines.length >= MOST_LINES) {
      notes.push(`Only the first ${MOST_LINES} lines were taken.`)
      break
    }
    const indent = indentOf(clean)
    while (stack.length > 0 && stack.at(-1)! >= indent) stack.pop()
    const depth = stack.length
    stack.push(indent)
    let title = clean.trim().replace(BULLET, '').trim()
    if (title.length > PLAN_TITLE_LENGTH) {
      title = title.slice(0, PLAN_TITLE_LENGTH).toWellFormed()
      cut++
    }
    if (depth > deepest) flattened++
    lines.push({ title, depth: Math.min(depth, deepest) })
  }
  if (flattened > 0) notes.push(`${flattened} ${flattened === 1 ? 'line was' : 'lines were'} nested deeper than unit, lesson, item; ${flattened === 1 ? 'it became an item' : 'they became items'} of the lesson above.`)
  if (cut > 0) notes.push(`${cut} ${cut === 1 ? 'title was' : 'titles were'} longer than ${PLAN_TITLE_LENGTH} characters and ${cut === 1 ? 'was' : 'were'} cut there.`)
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
