import { Fragment, type Node, Slice } from 'prosemirror-model'
import { ReplaceAroundStep, Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'
import { columnWidths, type Grid, gridOf, type GridCell, widthsOfCell } from '../kinds/table/grid.ts'
import { type Order, orderOf, sorted } from './order.ts'

/*
 * Changes of a table that stands at a place of a page. Each touches as little of it as it can, so that what others
 * write in it meanwhile stays.
 */

/** Rows, columns or cells of a table: from the first to before the last, counted from 0. */
export interface Area {
  readonly top: number
  readonly left: number
  readonly bottom: number
  readonly right: number
}

const tableAt = (page: Node, position: number): Node | null => {
  const node = page.nodeAt(position)
  return isA(node, 'table') ? node : null
}

/** How many rows at the top are made of heads of columns alone. */
export function headerRows(table: Node): number {
  let count = 0
  while (
    count < table.childCount &&
    table.child(count).childCount > 0 &&
    table.child(count).children.every(({ attrs }) => attrs.scope === 'col')
  )
    count++
  return count
}

/** Whether the first column is made of heads of rows, but for what stands in rows of heads. */
export function hasHeaderColumn(table: Node): boolean {
  const heads = headerRows(table)
  const first = gridOf(table)
    .rows.slice(heads)
    .flatMap(({ cells }) => cells.filter(({ column }) => column === 0))
  return first.length > 0 && first.every(({ node }) => node.attrs.scope === 'row')
}

/** Makes a cell a head of its column or row, or an ordinary one; words and looks stay. */
function setHead(
  transform: Transform,
  position: number,
  { node, offset }: GridCell,
  scope: 'col' | 'row' | null,
): void {
  const { tableHeader, tableCell } = node.type.schema.nodes
  const { scope: _before, ...attrs } = node.attrs
  transform.setNodeMarkup(position + 1 + offset, scope ? tableHeader : tableCell, scope ? { ...attrs, scope } : attrs)
}

/** Makes the first row, or the first column, heads or ordinary cells. */
export function setHeaders(page: Node, position: number, which: 'row' | 'column', isOn: boolean): Transform | null {
  const table = tableAt(page, position)
  if (!table) return null
  const transform = new Transform(page)
  const [first, second] = [headerRows(table) > 0, hasHeaderColumn(table)]
  const row = which === 'row' ? isOn : first
  const column = which === 'column' ? isOn : second
  // Rows of heads beyond the first stay, unless it is them that go.
  const heads = which === 'row' ? (isOn ? 1 : 0) : headerRows(table)
  for (const { cells } of gridOf(table).rows)
    for (const cell of cells) {
      const inRow = row && cell.row < Math.max(heads, 1)
      const inColumn = column && cell.column === 0
      const wasPart = cell.row < headerRows(table) || cell.column === 0
      const scope = inRow ? 'col' : inColumn ? 'row' : null
      const now = (cell.node.attrs.scope as string | undefined) ?? null
      if ((inRow || inColumn || wasPart) && scope !== now) setHead(transform, position, cell, scope)
    }
  return transform.steps.length > 0 ? transform : null
}

/** The cells of an area, each once. */
export function cellsIn({ rows }: Grid, { top, left, bottom, right }: Area): GridCell[] {
  return rows
    .flatMap(({ cells }) => cells)
    .filter(
      ({ row, column, rowspan, colspan }) =>
        row < bottom && row + rowspan > top && column < right && column + colspan > left,
    )
}

/** Sets something about every cell of an area. Null where all have it so. */
export function setCells(page: Node, position: number, area: Area, name: string, value: unknown): Transform | null {
  const table = tableAt(page, position)
  if (!table) return null
  const transform = new Transform(page)
  for (const { node, offset } of cellsIn(gridOf(table), area))
    if (node.attrs[name] !== value) transform.setNodeAttribute(position + 1 + offset, name, value)
  return transform.steps.length > 0 ? transform : null
}

/** Sets the least height of the rows of an area in CSS pixels; null for as high as their cells need. */
export function setRowHeight(
  page: Node,
  position: number,
  { top, bottom }: Area,
  height: number | null,
): Transform | null {
  const table = tableAt(page, position)
  if (!table) return null
  const transform = new Transform(page)
  table.forEach((row, offset, index) => {
    if (index >= top && index < bottom && row.attrs.height !== height)
      transform.setNodeAttribute(position + 1 + offset, 'height', height)
  })
  return transform.steps.length > 0 ? transform : null
}

/** Sets the width of the columns of an area in CSS pixels; 0 for as wide as their cells need. */
export function setColumnWidth(page: Node, position: number, { left, right }: Area, width: number): Transform | null {
  const table = tableAt(page, position)
  if (!table) return null
  const grid = gridOf(table)
  const before = columnWidths(grid)
  const widths = Array.from({ length: grid.width }, (_, column) =>
    column >= left && column < right ? width : (before?.[column] ?? 0),
  )
  const transform = new Transform(page)
  for (const { node, offset, column, colspan } of grid.rows.flatMap(({ cells }) => cells)) {
    const own = widthsOfCell(widths, column, colspan)
    if (JSON.stringify(own) !== JSON.stringify(node.attrs.colwidth))
      transform.setNodeAttribute(position + 1 + offset, 'colwidth', own)
  }
  return transform.steps.length > 0 ? transform : null
}

/** Whether a merged cell joins rows before `row` with those from it on. */
const joinsRows = ({ rows }: Grid, row: number): boolean =>
  rows.some(({ cells }) => cells.some((cell) => cell.row < row && cell.row + cell.rowspan > row))
const joinsColumns = ({ rows }: Grid, column: number): boolean =>
  rows.some(({ cells }) => cells.some((cell) => cell.column < column && cell.column + cell.colspan > column))

/**
 * Whether a row can change places with its neighbour: there is one, no merged cell joins them to others, and not one of
 * them alone is a row of heads.
 */
export function rowMoves(table: Node, row: number, by: 1 | -1): boolean {
  const upper = by === 1 ? row : row - 1
  const grid = gridOf(table)
  const heads = headerRows(table)
  return (
    upper >= 0 &&
    // No row goes past the heads, and they past none.
    upper + 1 !== heads &&
    upper + 1 < table.childCount &&
    [upper, upper + 1, upper + 2].every((edge) => !joinsRows(grid, edge))
  )
}

/** The same for a column. */
export function columnMoves(table: Node, column: number, by: 1 | -1): boolean {
  const left = by === 1 ? column : column - 1
  const grid = gridOf(table)
  // No column goes before the heads of rows.
  if (left === 0 && hasHeaderColumn(table)) return false
  return left >= 0 && left + 1 < grid.width && [left, left + 1, left + 2].every((edge) => !joinsColumns(grid, edge))
}

/** Moves a row past its neighbour. Null where it does not move. */
export function moveRow(page: Node, position: number, row: number, by: 1 | -1): Transform | null {
  const table = tableAt(page, position)
  if (!table || !rowMoves(table, row, by)) return null
  const upper = by === 1 ? row : row - 1
  // The neighbour goes to the other side: the row itself, in which the cursor is, stays as it is.
  return moveNode(page, position + 1, table, by === 1 ? upper + 1 : upper, by === 1 ? upper : upper + 1)
}

/** Moves a child of what stands at `start` to where another is. */
function moveNode(
  page: Node,
  start: number,
  parent: Node,
  from: number,
  to: number,
  made = new Transform(page),
): Transform {
  const places = [0]
  for (const child of parent.children) places.push(places.at(-1)! + child.nodeSize)
  const node = parent.child(from)
  made.delete(start + places[from]!, start + places[from + 1]!)
  return made.insert(start + (to > from ? places[to + 1]! - node.nodeSize : places[to]!), node)
}

/** Moves a column past its neighbour. Null where it does not move. */
export function moveColumn(page: Node, position: number, column: number, by: 1 | -1): Transform | null {
  const table = tableAt(page, position)
  if (!table || !columnMoves(table, column, by)) return null
  const grid = gridOf(table)
  const left = by === 1 ? column : column - 1
  const transform = new Transform(page)
  for (const { cells } of [...grid.rows].reverse()) {
    const first = cells.find((cell) => cell.column === left)
    const second = cells.find((cell) => cell.column === left + 1)
    // A cell from above fills one of them: its neighbour in this row has nothing to change places with.
    if (!first || !second) continue
    const at = position + 1 + first.offset
    const [gone, kept] = by === 1 ? [second, first] : [first, second]
    const from = position + 1 + gone.offset
    transform.delete(from, from + gone.node.nodeSize)
    transform.insert(by === 1 ? at : at + kept.node.nodeSize, gone.node)
  }
  return transform
}

/** Why rows can't be put in order; null where they can. */
export function sortProblem(table: Node): string | null {
  const heads = headerRows(table)
  if (table.childCount - heads < 2) return 'There are no two rows to sort below the header.'
  if (
    cellsIn(gridOf(table), { top: heads, left: 0, bottom: table.childCount, right: Infinity }).some(
      (cell) => cell.rowspan > 1,
    )
  )
    return 'Merged cells join some rows: split them first.'
  return null
}

/** The words of a column below its heads. */
function columnWords(table: Node, column: number): string[] {
  return gridOf(table)
    .rows.slice(headerRows(table))
    .map(
      ({ cells }) =>
        cells.find((cell) => cell.column <= column && cell.column + cell.colspan > column)?.node.textContent ?? '',
    )
}

/**
 * Puts the rows below the heads in the order of what is in a column; null where they are in it, or can't be. Without
 * `order`, it is found out from what is there.
 */
export function sortRows(
  page: Node,
  position: number,
  column: number,
  how: { readonly order?: Order; readonly language: string; readonly isDescending: boolean },
): Transform | null {
  const table = tableAt(page, position)
  if (!table || sortProblem(table) !== null) return null
  const heads = headerRows(table)
  const words = columnWords(table, column)
  const order = sorted(words, { ...how, order: how.order ?? orderOf(words, how.language) })
  const transform = new Transform(page)
  let rows = table
  // Row by row, those that are in place stay untouched.
  for (const [place, index] of order.entries()) {
    const from = rows.children.indexOf(table.child(heads + index))
    if (from !== heads + place) moveNode(page, position + 1, rows, from, heads + place, transform)
    rows = transform.doc.nodeAt(position)!
  }
  return transform.steps.length > 0 ? transform : null
}

/** Puts a line for a caption above a table that has none. */
export function addCaption(page: Node, position: number): Transform | null {
  const table = tableAt(page, position)
  const { captionedTable, tableCaption } = page.type.schema.nodes
  const $table = page.resolve(position)
  if (!table || isA($table.parent, 'captionedTable')) return null
  if (!$table.parent.canReplaceWith($table.index(), $table.index() + 1, captionedTable!)) return null
  const around = new Slice(Fragment.from(captionedTable!.create(null, tableCaption!.create())), 0, 0)
  const end = position + table.nodeSize
  return new Transform(page).step(new ReplaceAroundStep(position, end, position, end, around, 3))
}

/** Takes the caption away; its words stay as a paragraph above the table. */
export function removeCaption(page: Node, position: number): Transform | null {
  const $table = page.resolve(position)
  if (!tableAt(page, position) || !isA($table.parent, 'captionedTable')) return null
  const caption = $table.parent.firstChild!
  const paragraph = page.type.schema.nodes.paragraph!.create(null, caption.content)
  const before = caption.content.size > 0 ? new Slice(Fragment.from(paragraph), 0, 0) : Slice.empty
  const end = position + $table.parent.lastChild!.nodeSize
  return new Transform(page).step(
    new ReplaceAroundStep($table.before(), $table.after(), position, end, before, before.size),
  )
}
