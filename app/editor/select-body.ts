import type { Node } from '@tiptap/pm/model'
import { AllSelection, type Command, type Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { isA, kindOf } from '../../core/kinds/facts.ts'

/** Where the body of a page begins, behind its title; null in a passage, which has none. */
function bodyStart(doc: Node): number | null {
  return isA(doc.firstChild, 'title') ? doc.firstChild!.nodeSize : null
}

/**
 * Marks all of the body, or all of the title when the cursor is in it: the title is the page's name in the plan, so
 * what is done to “everything” spares it. A body that begins or ends with something that holds no words is marked as a
 * whole.
 */
export const selectBody: Command = (state, dispatch) => {
  const start = bodyStart(state.doc)
  if (start === null) return false
  const { $from } = state.selection
  const isInTitle = $from.depth > 0 && isA($from.parent, 'title')
  const [from, to] = isInTitle ? [1, start - 1] : [start, state.doc.content.size]
  const selection = TextSelection.between(state.doc.resolve(from), state.doc.resolve(to), 1)
  const isWhole =
    isInTitle ||
    (!isInPiece(selection) &&
      selection.$from.index(0) === 1 &&
      selection.$to.index(0) === state.doc.childCount - 1 &&
      isAtEdges(selection))
  dispatch?.(state.tr.setSelection(isWhole ? selection : new AllSelection(state.doc)))
  return true
}

/** Whether it begins or ends in a piece, which what is put in its place would be put into. Lists are no such. */
const isInPiece = ({ $from, $to }: Selection): boolean =>
  [$from, $to].some(($end) => {
    const block = $end.node(1)
    return !block.isTextblock && !block.type.isInGroup('list') && kindOf(block).isPiece === true
  })

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
  const transaction = state.tr
  if (!emptyBody(transaction)) return false
  dispatch?.(transaction.scrollIntoView())
  return true
}

/** Whether all of a body is marked, under its title. */
export const isWholeBody = (selection: Selection): boolean =>
  selection instanceof AllSelection && bodyStart(selection.$from.doc) !== null

/** The same in a transaction, with the cursor where writing begins anew; false where no whole body is marked. */
export function emptyBody(transaction: Transaction): boolean {
  const start = bodyStart(transaction.doc)
  if (start === null || !isWholeBody(transaction.selection)) return false
  const { paragraph } = transaction.doc.type.schema.nodes
  transaction.replaceWith(start, transaction.doc.content.size, paragraph!.create())
  transaction.setSelection(TextSelection.create(transaction.doc, start + 1))
  return true
}
