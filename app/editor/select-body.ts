import { AllSelection, type Command, type EditorState, type Selection, TextSelection } from '@tiptap/pm/state'
import { isA } from '../../core/kinds/facts.ts'

/** Where the body of a page begins, behind its title; null in a passage, which has none. */
function bodyStart({ doc }: EditorState): number | null {
  return isA(doc.firstChild, 'title') ? doc.firstChild!.nodeSize : null
}

/**
 * Marks all of the body, or all of the title when the cursor is in it: the title is the page's name in the plan, so
 * what is done to “everything” spares it. A body that begins or ends with something that holds no words is marked as a
 * whole.
 */
export const selectBody: Command = (state, dispatch) => {
  const start = bodyStart(state)
  if (start === null) return false
  const { $from } = state.selection
  const isInTitle = $from.depth > 0 && isA($from.parent, 'title')
  const [from, to] = isInTitle ? [1, start - 1] : [start, state.doc.content.size]
  const selection = TextSelection.between(state.doc.resolve(from), state.doc.resolve(to), 1)
  const isWhole =
    isInTitle ||
    (selection.$from.index(0) === 1 && selection.$to.index(0) === state.doc.childCount - 1 && isAtEdges(selection))
  dispatch?.(state.tr.setSelection(isWhole ? selection : new AllSelection(state.doc)))
  return true
}

/** True when nothing of the first and last block is left out. */
function isAtEdges({ $from, $to }: Selection): boolean {
  for (let depth = $from.depth; depth > 0; depth--)
    if (($from.index(depth - 1) !== 0 && depth > 1) || ($from.parentOffset !== 0 && depth === $from.depth)) return false
  for (let depth = $to.depth; depth > 1; depth--)
    if ($to.index(depth - 1) !== $to.node(depth - 1).childCount - 1) return false
  return $to.parentOffset === $to.parent.content.size
}

/** Empties the body of a page that is marked as a whole; the title stays. */
export const deleteBody: Command = (state, dispatch) => {
  const start = bodyStart(state)
  if (start === null || !(state.selection instanceof AllSelection)) return false
  const transaction = state.tr.replaceWith(start, state.doc.content.size, state.schema.nodes.paragraph!.create())
  dispatch?.(transaction.setSelection(TextSelection.create(transaction.doc, start + 1)).scrollIntoView())
  return true
}
