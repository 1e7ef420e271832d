import type { Node } from '@tiptap/pm/model'
import type { Command, EditorState, Transaction } from '@tiptap/pm/state'
import { addColumn, addRow, selectedRect } from '@tiptap/pm/tables'
import { hasHeaderColumn, headerRows } from '../../../core/tables/change.ts'
import { fitNewCells } from '../../../core/tables/new-cells.ts'
import { tableHere } from './table-commands.ts'

/** The cells of a table: one that is not among them afterwards has come new. */
export const cellsOf = (table: Node): ReadonlySet<Node> => new Set(table.children.flatMap((row) => row.children))

/** Adds a row before the one at `at`, counted from 0, to the table of the cursor. */
export function withRow(state: EditorState, at: number): Transaction {
  const cells = selectedRect(state)
  const { table, tableStart } = cells
  const before = cellsOf(table)
  const rows = headerRows(table)
  const transaction = addRow(state.tr, cells, at)
  // A row between or above rows of heads is one of them: nothing stands above the heads.
  const heads = { rows: at < rows ? rows + 1 : rows, column: hasHeaderColumn(table) }
  fitNewCells(transaction, tableStart - 1, heads, { isNew: ({ node }) => !isOld(before, node), along: 'row' })
  return transaction
}

function withColumn(state: EditorState, at: number): Transaction {
  const cells = selectedRect(state)
  const { table, tableStart } = cells
  const before = cellsOf(table)
  const heads = { rows: headerRows(table), column: hasHeaderColumn(table) }
  const transaction = addColumn(state.tr, cells, at)
  fitNewCells(transaction, tableStart - 1, heads, { isNew: ({ node }) => !isOld(before, node), along: 'column' })
  return transaction
}

/** A merged cell that now reaches over a row or column more is a new node with the words of an old one. */
const isOld = (before: ReadonlySet<Node>, node: Node): boolean =>
  before.has(node) || node.attrs.rowspan > 1 || node.attrs.colspan > 1

/** Adds an empty row above or below those of the cursor. */
export const addRowHere =
  (side: 'above' | 'below'): Command =>
  (state, dispatch) => {
    const here = tableHere(state)
    if (here) dispatch?.(withRow(state, side === 'above' ? here.area.top : here.area.bottom))
    return here !== null
  }

/** Adds an empty column before or after those of the cursor. */
export const addColumnHere =
  (side: 'before' | 'after'): Command =>
  (state, dispatch) => {
    const here = tableHere(state)
    if (here) dispatch?.(withColumn(state, side === 'before' ? here.area.left : here.area.right))
    return here !== null
  }
