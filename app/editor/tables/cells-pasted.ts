import { type Fragment, Slice } from '@tiptap/pm/model'
import type { EditorState, Transaction } from '@tiptap/pm/state'
import { closeHistory } from '@tiptap/pm/history'
import { handlePaste } from '@tiptap/pm/tables'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { headsOf, headsWhereHeadsWere } from '../../../core/tables/heads.ts'
import { type Here, tableHere } from './table-commands.ts'

/**
 * A table that is pasted into a table goes into its cells, from the one of the cursor on or over those that are
 * selected. Null for anything else.
 */
export function cellsPasted(state: EditorState, content: Fragment): Transaction | null {
  const here = tableHere(state)
  if (content.childCount !== 1 || !isA(content.firstChild, 'table') || !here) return null
  let made: Transaction | null = null
  // What takes cells asks of its view nothing else.
  const view = { state, dispatch: (transaction: Transaction) => void (made = transaction) } as unknown as EditorView
  const isTaken = handlePaste(view, {} as ClipboardEvent, new Slice(content, 0, 0))
  return isTaken && made ? closeHistory(withHeads(here, made)) : null
}

/** Words put over heads are heads, and so are the cells by which the table grew beside them. */
function withHeads({ table, position }: Here, transaction: Transaction): Transaction {
  const before = new Set(table.children.flatMap((row) => row.children))
  headsWhereHeadsWere(transaction, position, headsOf(table), (cell) => !before.has(cell))
  return transaction
}
