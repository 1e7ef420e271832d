import { closeHistory } from '@tiptap/pm/history'
import type { Transform } from '@tiptap/pm/transform'
import { type Command, type EditorState, Selection, type Transaction } from '@tiptap/pm/state'

/** A change of the core as a transaction of the editor; it is undone by itself, not together with what came before. */
export function transactionOf(state: EditorState, transform: Transform): Transaction {
  const transaction = closeHistory(state.tr)
  for (const step of transform.steps) transaction.step(step)
  return transaction
}

/** A command from a change of the core; it does not apply where there is nothing to change. */
export function changing(
  make: (state: EditorState) => Transform | null,
  place?: (state: EditorState) => number,
): Command {
  return (state, dispatch) => {
    const transform = make(state)
    if (!transform) return false
    if (dispatch) {
      const transaction = transactionOf(state, transform)
      if (place)
        transaction.setSelection(
          Selection.near(transaction.doc.resolve(Math.min(place(state), transaction.doc.content.size))),
        )
      dispatch(transaction.scrollIntoView())
    }
    return true
  }
}
