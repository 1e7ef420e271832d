import type { Node } from 'prosemirror-model'

/** A cell of a table with the rows and columns it covers, as the HTML Standard forms a table of it. */
export interface GridCell {
  readonly node: Node
  /** Offset of the cell in the table's content. */
  readonly offset: number
  readonly row: number
  readonly column: number
  readonly rowspan: number
  readonly colspan: number
}

export interface GridRow {
  readonly cells: readonly GridCell[]
  /** Which columns are filled in this row, by its own cells or from above. */
  readonly taken: readonly boolean[]
  /** Offset in the table's content where the row begins. */
  readonly offset: number
  readonly node: Node
}

export interface Grid {
  readonly rows: readonly GridRow[]
  /** How many columns there are. */
  readonly width: number
  /** Whether a cell begins in each column; where none does, the column is there for spans alone. */
  readonly begins: readonly boolean[]
}

/**
 * Where the cells of a table lie. Spans that reach over another cell or out of the table are taken as far as they
 * can reach. Source of the placing order: HTML Standard, “Forming a table”.
 */
export function gridOf(table: Node): Grid {
  const known = grids.get(table)
  if (known) return known
  const grid = formed(table)
  grids.set(table, grid)
  return grid
}

/**
 * So many places of a table are given to cells that span several; beyond it, a cell covers one. No table that somebody
 * reads has as many, and a small file could ask for billions.
 */
const MOST_SPANNED = 1_000_000

/** Nodes never change, and a table is asked for its grid several times with each key. */
const grids = new WeakMap<Node, Grid>()

function formed(table: Node): Grid {
  const taken: boolean[][] = table.children.map(() => [])
  const begins: boolean[] = []
  const rows: GridRow[] = []
  let spanned = 0
  table.forEach((row, start, index) => {
    const cells: GridCell[] = []
    let column = 0
    row.forEach((node, offset) => {
      while (taken[index]![column]) column++
      let colspan = 1
      let rowspan = Math.min(Number(node.attrs.rowspan), table.childCount - index)
      if (spanned + rowspan * Number(node.attrs.colspan) > MOST_SPANNED) rowspan = 1
      else while (colspan < node.attrs.colspan && !taken[index]![column + colspan]) colspan++
      spanned += rowspan * colspan
      for (let down = 0; down < rowspan; down++)
        for (let across = 0; across < colspan; across++) taken[index + down]![column + across] = true
      begins[column] = true
      cells.push({ node, offset: start + 1 + offset, row: index, column, rowspan, colspan })
      column += colspan
    })
    rows.push({ cells, taken: taken[index]!, offset: start, node: row })
  })
  const width = taken.reduce((most, row) => Math.max(most, row.length), 1)
  return { rows, width, begins: Array.from({ length: width }, (_, column) => begins[column] ?? false) }
}

/** The widths of a table's columns in CSS pixels, 0 where a column takes what it needs; null where all do. */
export function columnWidths({ rows, width }: Grid): number[] | null {
  const widths: number[] = Array.from({ length: width }, () => 0)
  for (const { cells } of rows)
    for (const { node, column, colspan } of cells)
      for (let across = 0; across < colspan; across++)
        widths[column + across] ||= (node.attrs.colwidth as number[] | null)?.[across] ?? 0
  return widths.some((each) => each > 0) ? widths : null
}

/** What a cell over these columns says of their widths: null where it says nothing. */
export function widthsOfCell(widths: readonly number[] | null, column: number, colspan: number): number[] | null {
  const own = widths?.slice(column, column + colspan) ?? []
  return own.some((each) => each > 0) ? Array.from({ length: colspan }, (_, across) => own[across] ?? 0) : null
}
