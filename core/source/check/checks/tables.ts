import { attributeOf, type Tag } from '../../../html/scan.ts'
import { at, removed } from '../at.ts'
import type { Diagnostic } from '../diagnostic.ts'
import { tagsOff } from '../element-repairs.ts'
import type { SourceCheck } from '../source-check.ts'
import type { Source, Written } from '../written.ts'

/** HTML Standard, “Attributes common to td and th elements”: more columns or rows than these are taken for so many. */
const [MOST_COLUMNS, MOST_ROWS] = [1000, 65_534]

function look(source: Source): Diagnostic[] {
  return source.elements.flatMap((each) => (each.tag.name === 'table' && !each.isForeign ? ofTable(each) : []))
}

function ofTable(table: Written): Diagnostic[] {
  const groups = groupsOf(table)
  const rows = groups.flat()
  if (rows.length === 0)
    return [...ofOrder(table), at(table.tag, 'table', 'warning', 'This table has no row.', [tagsOff(table)])]
  return [...ofOrder(table), ...ofCells(groups)]
}

/** The rows of a table by their groups: a cell reaches out of none of them. */
function groupsOf({ children }: Written): Written[][] {
  const groups: Written[][] = []
  let isLoose = false
  for (const child of children) {
    const isRow = child.tag.name === 'tr'
    if (isRow && isLoose) groups.at(-1)!.push(child)
    else if (isRow) groups.push([child])
    else if (/^(thead|tbody|tfoot)$/.test(child.tag.name))
      groups.push(child.children.filter(({ tag }) => tag.name === 'tr'))
    isLoose = isRow
  }
  return groups
}

/** HTML Standard, “The table element”, its content model. */
function ofOrder({ children }: Written): Diagnostic[] {
  const found: Diagnostic[] = []
  const parts = children.filter(({ tag }) => /^(caption|colgroup|thead|tbody|tfoot|tr)$/.test(tag.name))
  const seen = new Set<string>()
  for (const [place, { tag }] of parts.entries()) {
    const tell = (message: string): void => void found.push(at(tag, 'table', 'error', message))
    if (tag.name === 'caption' && place > 0)
      tell(
        seen.has('caption')
          ? 'A table has one caption, and this is another.'
          : 'The caption of a table stands before all else in it.',
      )
    if (tag.name === 'thead' && seen.has('thead')) tell('A table has one “thead”, and this is another.')
    else if (tag.name === 'thead' && (seen.has('tbody') || seen.has('tr') || seen.has('tfoot')))
      tell('The “thead” of a table stands before its other rows.')
    if (tag.name === 'tfoot' && seen.has('tfoot')) tell('A table has one “tfoot”, and this is another.')
    seen.add(tag.name)
  }
  return found
}

interface Row {
  readonly row: Written
  readonly width: number
}

/** HTML Standard, “Forming a table”. */
function ofCells(groups: readonly (readonly Written[])[]): Diagnostic[] {
  const found: Diagnostic[] = []
  const rows: Row[] = []
  for (const group of groups) {
    // For so many rows yet each column is taken by a cell from above, and by which.
    const taken: { rows: number; by: Tag }[] = []
    for (const [number, row] of group.entries()) {
      const overlap = placed(row, taken, group.length - number)
      if (overlap) found.push(overlap)
      rows.push({ row, width: taken.findLastIndex((each) => each && each.rows > 0) + 1 })
      for (const column of taken) if (column && column.rows > 0) column.rows--
    }
  }
  const widest = Math.max(0, ...rows.map(({ width }) => width))
  return [...found, ...rows.flatMap((each) => (each.width < widest ? [shortRow(each, widest)] : []))]
}

/** Puts the cells of a row into the columns that are free; gives back where two of them would be in one place. */
function placed(row: Written, taken: { rows: number; by: Tag }[], left: number): Diagnostic | null {
  let [column, overlap]: [number, Diagnostic | null] = [0, null]
  const isTaken = (at: number): boolean => (taken[at]?.rows ?? 0) > 0
  for (const { tag } of row.children) {
    if (tag.name !== 'td' && tag.name !== 'th') continue
    while (isTaken(column)) column++
    const down = span(tag, 'rowspan', MOST_ROWS)
    const end = Math.min(column + (span(tag, 'colspan', MOST_COLUMNS) || 1), MOST_COLUMNS)
    for (; column < end; column++) {
      if (isTaken(column) && !overlap)
        overlap = at(
          tag,
          'table',
          'error',
          `This cell lies over the one of line ${taken[column]!.by.line}, which reaches down into its row.`,
        )
      // 0: as far as its group goes.
      taken[column] = { rows: down === 0 ? left : down, by: tag }
    }
  }
  return overlap
}

function span(tag: Tag, name: string, most: number): number {
  const value = attributeOf(tag, name)?.value
  return value !== undefined && /^\s*\d+/.test(value) ? Math.min(Number.parseInt(value, 10), most) : 1
}

function shortRow({ row, width }: Row, widest: number): Diagnostic {
  const missing = widest - width
  if (width === 0 && row.children.length === 0)
    return at(row.tag, 'table', 'warning', 'This row has no cell.', [
      removed({ from: row.tag.from, to: row.to }, 'Remove the row'),
    ])
  const end = row.end?.from ?? row.to
  return at(
    row.tag,
    'table',
    'warning',
    `This row has ${width} ${width === 1 ? 'column' : 'columns'}, the widest of the table ${widest}.`,
    [
      {
        label: missing === 1 ? 'Add an empty cell' : `Add ${missing} empty cells`,
        edits: [{ from: end, to: end, insert: '<td></td>'.repeat(missing) }],
      },
    ],
  )
}

/** Rows that are too short, cells that lie over each other, parts of a table in the wrong order. */
export const tables: SourceCheck = {
  id: 'tables',
  finds: ['table'],
  why: 'Who hears a table is told the row and column of each cell: where rows are of different lengths, the heads are not theirs.',
  look,
  good: [
    '<table><caption>a</caption><thead><tr><th>b<th>c<tbody><tr><td colspan="2">d<tfoot><tr><td>e<td>f</table>',
    '<table><tr><td rowspan="2">a<td>b<tr><td>c</table>',
    '<table><tr><td rowspan="0">a<td>b<tr><td>c<tr><td>d</table>',
  ],
  bad: [
    {
      html: '<table><tr><td>a</td><td>b</td></tr>\n<tr><td>c</td></tr></table>',
      told: ['2 table'],
      repaired: '<table><tr><td>a</td><td>b</td></tr>\n<tr><td>c</td><td></td></tr></table>',
    },
    {
      html: '<table><tr><td>a</td></tr>\n<tr></tr></table>',
      told: ['2 table'],
      repaired: '<table><tr><td>a</td></tr>\n</table>',
    },
    { html: '<table><tr><td>a<td rowspan="2">b<tr>\n<td colspan="2">c</table>', told: ['2 table'], repaired: null },
    { html: '<table><tr><td>a</td></tr>\n<caption>b</caption></table>', told: ['2 table'], repaired: null },
    { html: '<table><tr><td>a</td></tr>\n<thead><tr><th>b</thead></table>', told: ['2 table'], repaired: null },
    { html: '<table></table>', told: ['1 table'], repaired: '' },
  ],
}
