import { chainCommands } from '@tiptap/pm/commands'
import { liftListItem, sinkListItem } from '@tiptap/pm/schema-list'
import { type Command, type EditorState, Plugin, TextSelection } from '@tiptap/pm/state'
import { goToNextCell, isInTable, selectedRect } from '@tiptap/pm/tables'
import { tabInPreformatted } from './definition-keys.ts'
import { withRow } from '../../core/tables/grow.ts'
import { tableHere } from './tables/table-commands.ts'
import { transactionOf } from './transforms.ts'
import { inList } from './writing-keys.ts'

/** In the last cell of a table: a row more, with the cursor in its first cell. */
const rowAtEnd: Command = (state, dispatch) => {
  const here = tableHere(state)
  if (!here) return false
  const { map, tableStart, table, bottom, right } = selectedRect(state)
  if (bottom !== map.height || right !== map.width) return false
  if (!dispatch) return true
  const transaction = transactionOf(state, withRow(state.doc, here.position, bottom)!)
  const first = tableStart + table.nodeSize - 2
  dispatch(transaction.setSelection(TextSelection.near(transaction.doc.resolve(first + 2), 1)).scrollIntoView())
  return true
}

const deeper = chainCommands(tabInPreformatted, goToNextCell(1), rowAtEnd, inList(sinkListItem))
const back = chainCommands(goToNextCell(-1), inList(liftListItem))

/**
 * Tab on the sheet: from cell to cell with a new row at the end, and levels of lists. Elsewhere it stays, so that a
 * key pressed by habit takes nobody out of their text; `onStay` says how one leaves.
 */
export function tabKeys(onStay: () => void): Record<string, Command> {
  const stay: Command = (state) => {
    if (!isInTable(state) && !isInList(state)) onStay()
    return true
  }
  return { Tab: chainCommands(deeper, stay), 'Shift-Tab': chainCommands(back, stay) }
}

function isInList({ selection: { $from } }: EditorState): boolean {
  for (let depth = $from.depth; depth > 0; depth--) if ($from.node(depth).type.isInGroup('list')) return true
  return false
}

/** Esc, then Tab or Shift+Tab leaves the sheet: it is no trap (WCAG 2.2, 2.1.2). Any key in between forgets it. */
export function leavingByTab(): Plugin {
  let isLeaving = false
  return new Plugin({
    props: {
      handleDOMEvents: {
        keydown(_view, event) {
          // The browser does with Tab what it always does when nobody else has it.
          if (event.key === 'Tab' && isLeaving) return true
          if (event.key !== 'Shift') isLeaving = event.key === 'Escape'
          return false
        },
        focus: () => ((isLeaving = false), false),
        mousedown: () => ((isLeaving = false), false),
      },
    },
  })
}
