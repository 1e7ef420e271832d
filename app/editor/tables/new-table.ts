import type { Node } from '@tiptap/pm/model'
import type { Command, EditorState } from '@tiptap/pm/state'
import { asked } from '../asked.ts'
import { insertPiece } from '../insert-commands.ts'

/** What a new table is to be. */
export interface TableDraft {
  readonly rows: number
  readonly columns: number
  readonly hasHeaderRow: boolean
  readonly hasHeaderColumn: boolean
  readonly hasCaption: boolean
}

export const MOST_NEW_ROWS = 200
export const MOST_NEW_COLUMNS = 30
export const USUAL_TABLE: TableDraft = {
  rows: 3,
  columns: 3,
  hasHeaderRow: true,
  hasHeaderColumn: false,
  hasCaption: false,
}

/** An empty table. */
export function newTable({ schema }: EditorState, draft: TableDraft): Node {
  const { table, tableRow, tableCell, tableHeader, captionedTable, tableCaption } = schema.nodes
  const cellAt = (row: number, column: number): Node =>
    draft.hasHeaderRow && row === 0
      ? tableHeader!.createAndFill({ scope: 'col' })!
      : draft.hasHeaderColumn && column === 0
        ? tableHeader!.createAndFill({ scope: 'row' })!
        : tableCell!.createAndFill()!
  const made = table!.create(
    null,
    Array.from({ length: draft.rows }, (_, row) =>
      tableRow!.create(
        null,
        Array.from({ length: draft.columns }, (_each, column) => cellAt(row, column)),
      ),
    ),
  )
  return draft.hasCaption ? captionedTable!.create(null, [tableCaption!.create(), made]) : made
}

/** Puts an empty table at the cursor, with the cursor in its first cell or its caption. */
export const insertTable = (draft: Partial<TableDraft> = {}): Command =>
  insertPiece((state) => newTable(state, { ...USUAL_TABLE, ...draft }), draft.hasCaption ? 5 : 4)

/** A size that somebody typed with its name, such as “table 4 x 6”: rows, then columns. Null where there is none. */
export function typedSize(words: string): Pick<TableDraft, 'rows' | 'columns'> | null {
  const parts = /\b(\d{1,3})\s*(?:x|×|by)\s*(\d{1,3})\b/i.exec(words)
  const [rows, columns] = [Number(parts?.[1]), Number(parts?.[2])]
  return rows >= 1 && rows <= MOST_NEW_ROWS && columns >= 1 && columns <= MOST_NEW_COLUMNS ? { rows, columns } : null
}

const asking = asked('new-table')
export const tableDialog = asking.plugin

/** Opens the dialog for a new table. */
export const askTable: Command = (state, dispatch, view) => {
  const ask = asking.dialog(state)
  if (!ask || !insertTable()(state, undefined, view)) return false
  if (dispatch) ask()
  return true
}
