import { Fragment, type Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { columnWidths, gridOf, type Grid, type GridRow, widthsOfCell } from '../kinds/table/grid.ts'
import { isA } from '../kinds/facts.ts'

interface EvenCell {
  readonly node: Node
  readonly offset: number
  readonly attrs: { readonly colspan: number; readonly rowspan: number; readonly colwidth: readonly number[] | null }
}

/** So many cells are put in at most where rows are too short; a table that lacks more is left as it is. */
const MOST_FILLED = 10_000

interface EvenRow {
  readonly row: GridRow
  readonly cells: readonly EvenCell[]
  /** The cells that it lacks at its end, by what they say of their widths. */
  readonly missing: readonly (readonly number[] | null)[]
  /** No cell begins in it. */
  readonly isBare: boolean
}

/**
 * What makes a table even: spans are cut back to where they can reach; a column or row in which no cell begins goes,
 * as it shows nothing (HTML Standard, “Forming a table”, calls it a table model error); rows that are too short get
 * cells; the cells of one column say one width.
 */
function evenRows(grid: Grid, given: readonly number[] | null): EvenRow[] {
  const isAllBare = grid.rows.every(({ cells }) => cells.length === 0)
  const keepsRow = grid.rows.map(({ cells }, index) => cells.length > 0 || (isAllBare && index === 0))
  const keepsColumn = isAllBare ? [true] : grid.begins
  const widths = given?.filter((_, column) => keepsColumn[column]) ?? null
  const [rowsBefore, columnsBefore] = [countsBefore(keepsRow), countsBefore(keepsColumn)]
  const gaps = grid.rows.map(({ taken }) =>
    keepsColumn.flatMap((isKept, column) => (isKept && !taken[column] ? [column] : [])),
  )
  const isFilled = gaps.reduce((sum, columns) => sum + columns.length, 0) <= MOST_FILLED
  return grid.rows.map((row, index) => ({
    row,
    isBare: !keepsRow[index],
    missing: isFilled ? gaps[index]!.map((column) => widthsOfCell(widths, columnsBefore[column]!, 1)) : [],
    cells: row.cells.map(({ node, offset, column, colspan, rowspan }) => {
      const first = columnsBefore[column]!
      const across = columnsBefore[column + colspan]! - first
      return {
        node,
        offset,
        attrs: {
          colspan: across,
          rowspan: rowsBefore[index + rowspan]! - rowsBefore[index]!,
          colwidth: widthsOfCell(widths, first, across),
        },
      }
    }),
  }))
}

/** How many are kept before each place, and before the end. */
function countsBefore(kept: readonly boolean[]): number[] {
  const counts = [0]
  for (const isKept of kept) counts.push(counts.at(-1)! + Number(isKept))
  return counts
}

const isSame = (attrs: Readonly<Record<string, unknown>>, name: string, value: unknown): boolean =>
  JSON.stringify(attrs[name]) === JSON.stringify(value)

const changesOf = ({ node, attrs }: EvenCell): [name: string, value: unknown][] =>
  Object.entries(attrs).filter(([name, value]) => !isSame(node.attrs, name, value))

/** A cell for the end of a row that lacks one: a head in a row of heads. */
function cellFor({ node: row }: GridRow, colwidth: readonly number[] | null): Node {
  const { tableHeader, tableCell } = row.type.schema.nodes
  const heads = row.childCount > 0 && row.children.every((cell) => isA(cell, 'tableHeader'))
  return (heads ? tableHeader! : tableCell!).createAndFill({ colwidth })!
}

/** Evens the table at `position`, with the fewest steps, so that what others write in it stays. */
export function normaliseTable(transform: Transform, position: number): void {
  const table = transform.doc.nodeAt(position)
  if (!table) return
  const grid = gridOf(table)
  for (const { row, cells, missing, isBare } of evenRows(grid, columnWidths(grid)).reverse()) {
    const start = position + 1 + row.offset
    if (isBare) {
      transform.delete(start, start + row.node.nodeSize)
      continue
    }
    for (const widths of missing.toReversed()) transform.insert(start + row.node.nodeSize - 1, cellFor(row, widths))
    for (const cell of cells)
      for (const [name, value] of changesOf(cell)) transform.setNodeAttribute(position + 1 + cell.offset, name, value)
  }
}

/**
 * A table that is read, even; `columns` are the widths that its columns were given, in CSS pixels, 0 for none.
 */
export function evenTable(table: Node, columns: readonly number[]): Node {
  const rows = evenRows(gridOf(table), columns.length > 0 ? columns : null)
  return table.copy(
    Fragment.from(
      rows
        .filter(({ isBare }) => !isBare)
        .map(({ row, cells, missing }) =>
          row.node.copy(
            Fragment.from([
              ...cells.map(({ node, attrs }) => node.type.create({ ...node.attrs, ...attrs }, node.content)),
              ...missing.map((widths) => cellFor(row, widths)),
            ]),
          ),
        ),
    ),
  )
}
