import type { Command, EditorState } from '@tiptap/pm/state'
import { isA } from '../../../core/kinds/facts.ts'
import { turnInto } from '../../../core/structure/turn-into.ts'
import { insertPiece } from '../insert-commands.ts'
import { transactionOf } from '../transforms.ts'
import { newTable, USUAL_TABLE } from './new-table.ts'

/** A chart: of the table of the cursor, else with a table of its own. */
export const newChart: Command = (state, dispatch, view) => {
  const position = tableAround(state)
  if (position === null)
    return insertPiece((now) => {
      const { chart, caption } = now.schema.nodes
      return chart!.create(null, [newTable(now, { ...USUAL_TABLE, columns: 2, rows: 4 }), caption!.create()])
    }, 5)(state, dispatch, view)
  const transform = turnInto(state.doc, position, 'chart')
  if (!transform) return false
  dispatch?.(transactionOf(state, transform).scrollIntoView())
  return true
}

export const chartOutcome = (state: EditorState): string =>
  tableAround(state) === null
    ? 'Begins with a table of four rows: names, and a number beside each.'
    : 'The table of the cursor is drawn, and stays beneath the drawing.'

/** Where the table around the cursor begins; null where there is none, and where it is a chart already. */
function tableAround({ selection: { $from } }: EditorState): number | null {
  for (let depth = $from.depth; depth > 0; depth--)
    if (isA($from.node(depth), 'table')) return isA($from.node(depth - 1), 'chart') ? null : $from.before(depth)
  return null
}
