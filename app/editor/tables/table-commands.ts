import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, Selection, type Transaction } from '@tiptap/pm/state'
import { CellSelection, isInTable, mergeCells, selectedRect, splitCell } from '@tiptap/pm/tables'
import type { Transform } from '@tiptap/pm/transform'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import {
  addCaption,
  type Area,
  columnMoves,
  hasHeaderColumn,
  headerRows,
  moveColumn,
  moveRow,
  removeCaption,
  rowMoves,
  setCells,
  setColumnWidth,
  setHeaders,
  setRowHeight,
  sortProblem,
  sortRows,
} from '../../../core/tables/change.ts'
import { withColumn, withRow } from '../../../core/tables/grow.ts'
import type { Order } from '../../../core/tables/order.ts'
import { transactionOf } from '../transforms.ts'

/** The table the cursor is in, and which of its cells are selected or hold the cursor. */
export interface Here {
  readonly table: Node
  readonly position: number
  readonly area: Area
}

/** Null outside a table, and while steps of others have left one uneven. */
export function tableHere(state: EditorState): Here | null {
  if (!isInTable(state)) return null
  const { table, tableStart, map, top, left, bottom, right } = selectedRect(state)
  return map.problems ? null : { table, position: tableStart - 1, area: { top, left, bottom, right } }
}

/** A command of table editing that asks no table that is uneven. */
export const inTable =
  (command: Command): Command =>
  (state, dispatch, view) =>
    tableHere(state) !== null && command(state, dispatch, view)

/**
 * A change of the core to the table of the cursor; the cells that were selected stay so. Whether it is possible is
 * asked with each key, so it is not found out by making it.
 */
function changingTable(
  make: (state: EditorState, here: Here, view?: EditorView) => Transform | null,
  isPossible: (here: Here) => boolean = () => true,
): Command {
  return (state, dispatch, view) => {
    const here = tableHere(state)
    if (!here || !isPossible(here)) return false
    if (!dispatch) return true
    const transform = make(state, here, view)
    if (!transform) return false
    dispatch(withItsRow(state, here, transactionOf(state, transform)).scrollIntoView())
    return true
  }
}

/** The cursor goes with its row, where that has gone to another place. */
function withItsRow(
  { selection }: EditorState,
  { table, position, area }: Here,
  transaction: Transaction,
): Transaction {
  const row = table.child(area.top)
  const now = transaction.doc.nodeAt(position)
  const at = now ? now.children.indexOf(row) : -1
  if (!now || at < 0 || at === area.top || selection instanceof CellSelection) return transaction
  const startOf = (parent: Node, index: number): number =>
    position + 1 + parent.children.slice(0, index).reduce((size, child) => size + child.nodeSize, 0)
  const $place = transaction.doc.resolve(selection.head - startOf(table, area.top) + startOf(now, at))
  return transaction.setSelection(Selection.near($place))
}

/** Adds an empty row above or below those of the cursor. */
export const addRowHere = (side: 'above' | 'below'): Command =>
  changingTable(({ doc }, { position, area }) => withRow(doc, position, side === 'above' ? area.top : area.bottom))
/** Adds an empty column before or after those of the cursor. */
export const addColumnHere = (side: 'before' | 'after'): Command =>
  changingTable(({ doc }, { position, area }) => withColumn(doc, position, side === 'before' ? area.left : area.right))

export const mergeHere: Command = inTable(mergeCells)
export const splitHere: Command = inTable(splitCell)

/** Selects the rows or columns in which cells are selected, or the one of the cursor: touch has no keys for it. */
export const selectHere = (what: 'row' | 'column'): Command =>
  inTable((state, dispatch) => {
    // Whether it is possible is asked with each key; a selection of thousands of cells is made only to be had.
    if (!dispatch) return true
    const { map, tableStart, top, left, bottom, right } = selectedRect(state)
    const cell = (row: number, column: number) => state.doc.resolve(tableStart + map.map[row * map.width + column]!)
    const [first, last] = [cell(top, left), cell(bottom - 1, right - 1)]
    const selection = what === 'row' ? CellSelection.rowSelection(first, last) : CellSelection.colSelection(first, last)
    dispatch(state.tr.setSelection(selection))
    return true
  })

export const moveRowHere = (by: 1 | -1): Command =>
  changingTable(
    ({ doc }, { position, area }) => moveRow(doc, position, area.top, by),
    ({ table, area }) => area.bottom - area.top === 1 && rowMoves(table, area.top, by),
  )
export const moveColumnHere = (by: 1 | -1): Command =>
  changingTable(
    ({ doc }, { position, area }) => moveColumn(doc, position, area.left, by),
    ({ table, area }) => area.right - area.left === 1 && columnMoves(table, area.left, by),
  )

/** Why the row or column of the cursor does not move. */
export function whyNoMove(state: EditorState, what: 'row' | 'column', by: 1 | -1): string {
  const here = tableHere(state)
  if (!here) return NO_TABLE
  const { area, table } = here
  const isOne = what === 'row' ? area.bottom - area.top === 1 : area.right - area.left === 1
  if (!isOne) return `Put the cursor into one ${what}: one at a time is moved.`
  const [first, last] = what === 'row' ? [area.top, area.bottom] : [area.left, area.right]
  const most = what === 'row' ? table.childCount : selectedRect(state).map.width
  if (what === 'row' && [headerRows(table), headerRows(table) - 1].includes(by === -1 ? first : first + 1))
    return 'The header row stays at the top.'
  if (what === 'column' && hasHeaderColumn(table) && (by === -1 ? first - 1 : first) === 0)
    return 'The header column stays in its place.'
  if (by === -1 ? first === 0 : last === most) return `It is the ${by === -1 ? 'first' : 'last'} ${what} already.`
  return `Merged cells join this ${what} to its neighbour: split them first.`
}

export const NO_TABLE = 'The cursor is in no table.'

/** Sorts the rows below the header by the column of the cursor; as what, is seen from what it holds, or given. */
export const sortHere = (isDescending: boolean, order?: Order): Command =>
  changingTable(
    ({ doc }, { position, area }, view) =>
      sortRows(doc, position, area.left, {
        language: view?.dom.closest<HTMLElement>('[lang]')?.lang || 'en',
        isDescending,
        ...(order ? { order } : {}),
      }),
    ({ table }) => sortProblem(table) === null,
  )

export function whyNoSort(state: EditorState): string {
  const here = tableHere(state)
  return here ? (sortProblem(here.table) ?? 'Not at this place.') : NO_TABLE
}

export const headersHere = (which: 'row' | 'column', isOn: (table: Node) => boolean): Command =>
  changingTable(({ doc }, { position, table }) => setHeaders(doc, position, which, !isOn(table)))

export const cellsHere = (name: 'ground' | 'place', value: unknown): Command =>
  changingTable(({ doc }, { position, area }) => setCells(doc, position, area, name, value))

export const rowHeightHere = (height: number | null): Command =>
  changingTable(({ doc }, { position, area }) => setRowHeight(doc, position, area, height))

export const columnWidthHere = (width: number): Command =>
  changingTable(({ doc }, { position, area }) => setColumnWidth(doc, position, area, width))

/** Whether the table at a place has a caption. */
export const isCaptioned = ({ doc }: EditorState, position: number): boolean =>
  isA(doc.resolve(position).parent, 'captionedTable')

/** Where the table of the cursor, or of the caption it is in, begins. */
function tablePosition(state: EditorState): number | null {
  const here = tableHere(state)
  if (here) return here.position
  const { $from } = state.selection
  return isA($from.parent, 'tableCaption') ? $from.after() : null
}

/** Puts a line for a caption above the table, with the cursor in it; or takes the caption off, its words stay. */
export const toggleCaption: Command = (state, dispatch) => {
  const position = tablePosition(state)
  if (position === null) return false
  const isOn = isCaptioned(state, position)
  const transform = isOn ? removeCaption(state.doc, position) : addCaption(state.doc, position)
  if (!transform) return false
  if (dispatch) {
    const transaction = transactionOf(state, transform)
    if (!isOn) transaction.setSelection(Selection.near(transaction.doc.resolve(position + 2)))
    dispatch(transaction.scrollIntoView())
  }
  return true
}

export const hasCaption = (state: EditorState): boolean => {
  const position = tablePosition(state)
  return position !== null && isCaptioned(state, position)
}
