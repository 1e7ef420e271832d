import type { Node } from 'prosemirror-model'
import { chart, type ChartForm } from '../kinds/chart/kind.ts'
import { gridOf } from '../kinds/table/grid.ts'
import { numberIn } from '../tables/order.ts'

/** More lines or bars side by side can't be told apart. */
export const MOST_SERIES = 6
/** More rows are narrower than a pixel. */
export const MOST_ROWS = 300
/** More parts of a whole can't be told apart. */
export const MOST_PARTS = 12

/** One column of numbers; null where a cell has none. */
export interface Series {
  readonly name: string
  readonly values: readonly (number | null)[]
}

/** A chart as it is drawn. */
export interface ReadChart {
  readonly form: ChartForm
  readonly isAcross: boolean
  readonly isStacked: boolean
  readonly xName: string
  readonly yName: string
  readonly alt: string
  /** What stands in the first column, a row each. */
  readonly labels: readonly string[]
  /** The same as numbers, for what is drawn between two axes of numbers. */
  readonly xs: readonly (number | null)[]
  readonly series: readonly Series[]
  /** What can't be drawn, as sentences for the author. */
  readonly problems: readonly string[]
}

/** A number as a cell has it: nothing but a sign or two may stand before it, and its unit behind it. */
function numberOf(words: string, decimal: 'point' | 'comma'): number | null {
  const western = words.trim().replace(/\p{Nd}/gu, (digit) => westernDigit(digit))
  if (!/^[^\p{Letter}\d]{0,3}\d/u.test(western)) return null
  return numberIn(western, decimal === 'comma' ? 'de' : 'en')
}

/** The digit from 0 to 9 that a decimal digit of any script is: each script has its ten in a row (Unicode, “Nd”). */
function westernDigit(digit: string): string {
  let zero = digit.codePointAt(0)!
  while (/\p{Nd}/u.test(String.fromCodePoint(zero - 1)) && digit.codePointAt(0)! - zero < 9) zero--
  return String(digit.codePointAt(0)! - zero)
}

/** The words of a table's cells, row by row; a cell that covers several places stands in each. */
function cellsOf(table: Node): { words: string[][]; isHeadRow: boolean } {
  const grid = gridOf(table)
  const words = grid.rows.map(() => Array.from({ length: grid.width }, () => ''))
  for (const { cells } of grid.rows)
    for (const { node, row, column, rowspan, colspan } of cells)
      for (let down = 0; down < rowspan; down++)
        for (let across = 0; across < colspan; across++)
          words[row + down]![column + across] = node.textContent.replaceAll(/\s+/g, ' ').trim()
  const first = grid.rows[0]?.cells ?? []
  const isHeadRow = first.length > 0 && first.every(({ node }) => node.attrs.scope === 'col')
  return { words, isHeadRow }
}

/** Reads the numbers of a chart from its table, and says what of it can't be drawn. Never throws. */
export function readChart(node: Node): ReadChart {
  const { form, isAcross, isStacked, decimal, xName, yName, alt } = chart.attributes.parse(node.attrs)
  const { words, isHeadRow } = cellsOf(node.firstChild!)
  const problems: string[] = []
  const number = (cell: string): number | null => numberOf(cell, decimal)
  // A first row without a number in it names the columns, whether or not its cells are heads.
  const hasNames = isHeadRow || (words.length > 1 && words[0]!.slice(1).every((cell) => number(cell) === null))
  const names = hasNames ? words[0]! : words[0]!.map(() => '')
  let rows = hasNames ? words.slice(1) : words
  if (rows.length > MOST_ROWS) {
    problems.push(`The table has ${rows.length} rows; the first ${MOST_ROWS} are drawn.`)
    rows = rows.slice(0, MOST_ROWS)
  }
  const most = form === 'pie' ? 1 : MOST_SERIES
  const columns = Math.max(0, names.length - 1)
  if (columns === 0) problems.push('The table has one column: the numbers stand in the second, behind the names.')
  if (columns > most)
    problems.push(
      form === 'pie'
        ? 'A pie shows one column of numbers: the second is drawn.'
        : `The table has ${columns} columns of numbers; the first ${most} are drawn.`,
    )
  const numbersOf = (column: number): (number | null)[] =>
    rows.map((row, at) => {
      const cell = row[column]!
      const value = number(cell)
      if (value === null && cell !== '')
        problems.push(`Row ${at + 1 + Number(hasNames)}, column ${column + 1}: “${cell.slice(0, 40)}” is no number.`)
      return value
    })
  return {
    form,
    isAcross: form === 'bar' && isAcross,
    isStacked: (form === 'bar' || form === 'area') && isStacked,
    xName: xName || names[0]!,
    yName,
    alt,
    labels: rows.map((row) => row[0]!),
    xs: form === 'scatter' ? numbersOf(0) : [],
    series: Array.from({ length: Math.min(columns, most) }, (_, at) => ({
      name: names[at + 1]!,
      values: form === 'pie' ? partsOf(numbersOf(at + 1), problems) : numbersOf(at + 1),
    })),
    problems,
  }
}

/** Parts of a whole: none is below nothing. */
function partsOf(values: readonly (number | null)[], problems: string[]): (number | null)[] {
  if (values.some((value) => value !== null && value < 0))
    problems.push('A pie has no parts below zero: they are left out. Bars show them.')
  const parts = values.map((value) => (value !== null && value > 0 ? value : null))
  const count = parts.filter((value) => value !== null).length
  if (count > MOST_PARTS)
    problems.push(`A pie of ${count} parts can’t be read: the first ${MOST_PARTS} are drawn. Try bars.`)
  let left = MOST_PARTS
  return parts.map((value) => (value !== null && left-- > 0 ? value : null))
}
