import { type Command, TextSelection } from '@tiptap/pm/state'
import { isA } from '../../core/kinds/facts.ts'

/** Enter in a list of terms: from a term to what it means, from an empty line there to the next term, and out. */
export const enterInDefinitions: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!empty) return false
  if (isA($from.parent, 'term'))
    return $from.parent.content.size === 0 ? leave(state, dispatch) : toMeaning(state, dispatch)
  const holder = $from.depth > 1 ? $from.node($from.depth - 1) : null
  if (!isA(holder, 'definition') || !isA($from.parent, 'paragraph') || $from.parent.content.size > 0) return false
  const isLast = $from.index($from.depth - 1) === holder!.childCount - 1
  return isLast && holder!.childCount > 1 ? nextTerm(state, dispatch) : false
}

const toMeaning: Command = (state, dispatch) => {
  const { $from } = state.selection
  const after = state.doc.resolve($from.after())
  if (!dispatch) return true
  const transaction = state.tr
  if (!isA(after.nodeAfter, 'definition'))
    transaction.insert(after.pos, state.schema.nodes.definition!.createAndFill()!)
  dispatch(transaction.setSelection(TextSelection.near(transaction.doc.resolve(after.pos + 1), 1)).scrollIntoView())
  return true
}

/** The empty line at the end of a definition becomes the next term. */
const nextTerm: Command = (state, dispatch) => {
  const { $from } = state.selection
  if (!dispatch) return true
  const { term, definition } = state.schema.nodes
  const transaction = state.tr.delete($from.before(), $from.after())
  const end = transaction.mapping.map($from.after($from.depth - 1))
  transaction.insert(end, [term!.create(), definition!.createAndFill()!])
  dispatch(transaction.setSelection(TextSelection.create(transaction.doc, end + 1)).scrollIntoView())
  return true
}

/** An empty term goes, with its meaning where that is empty, and writing goes on behind the list. */
const leave: Command = (state, dispatch) => {
  const { $from } = state.selection
  const list = $from.node($from.depth - 1)
  const index = $from.index($from.depth - 1)
  const meaning = list.maybeChild(index + 1)
  const isEmpty = isA(meaning, 'definition') && meaning!.textContent === '' && meaning!.childCount === 1
  if (index === 0 || index + (isEmpty ? 2 : 1) < list.childCount) return false
  if (!dispatch) return true
  const from = $from.before()
  const transaction = state.tr.delete(from, from + $from.parent.nodeSize + (isEmpty ? meaning!.nodeSize : 0))
  const after = transaction.mapping.map($from.after($from.depth - 1))
  transaction.insert(after, state.schema.nodes.paragraph!.create())
  dispatch(transaction.setSelection(TextSelection.create(transaction.doc, after + 1)).scrollIntoView())
  return true
}

/** Enter on an empty last line of preformatted text leaves it. */
export const leavePreformatted: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  const { parent, parentOffset } = $from
  if (!empty || !isA(parent, 'preformatted') || parentOffset < parent.content.size) return false
  if (!parent.textContent.endsWith('\n')) return false
  if (!dispatch) return true
  const transaction = state.tr.delete($from.pos - 1, $from.pos)
  const after = transaction.mapping.map($from.after())
  transaction.insert(after, state.schema.nodes.paragraph!.create())
  dispatch(transaction.setSelection(TextSelection.create(transaction.doc, after + 1)).scrollIntoView())
  return true
}

/** Tab in preformatted text moves what follows by two spaces. */
export const tabInPreformatted: Command = (state, dispatch) => {
  if (!isA(state.selection.$from.parent, 'preformatted')) return false
  dispatch?.(state.tr.insertText('  ').scrollIntoView())
  return true
}
