import { type Command, NodeSelection, Plugin, Selection, TextSelection } from '@tiptap/pm/state'
import type { ResolvedPos } from '@tiptap/pm/model'
import { isA, kindOf } from '../../core/kinds/facts.ts'
import { addEntry, entriesOf } from '../../core/structure/parts.ts'
import { transactionOf } from './transforms.ts'

/*
 * The keys where pieces have edges: what belongs together does not come apart, and there is always a way out.
 */

/** The cursor is in a line at the edge of a piece. */
const isTitle = ($at: ResolvedPos): boolean => kindOf($at.parent).enter !== undefined

/** Enter in a title goes on beneath it; in the text of an answer it begins the next answer. */
export const enterInTitle: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!isTitle($from)) return false
  if (!empty || !dispatch) return true
  const { enter } = kindOf($from.parent)
  if (enter === 'begins the next entry') return nextEntry(state, dispatch)
  if (enter === 'leaves the piece') return afterPiece($from.depth - 1)(state, dispatch)
  dispatch(state.tr.setSelection(Selection.near(state.doc.resolve($from.after() + 1), 1)).scrollIntoView())
  return true
}

const nextEntry: Command = (state, dispatch) => {
  const { $from } = state.selection
  const piece = $from.before($from.depth - 2)
  const entry = $from.before($from.depth - 1)
  const index = entriesOf(state.doc, piece).findIndex(({ position }) => position === entry)
  const transform = addEntry(state.doc, piece, index)
  if (!transform || !dispatch) return false
  const transaction = transactionOf(state, transform)
  const place = $from.after($from.depth - 1) + 2
  dispatch(transaction.setSelection(TextSelection.create(transaction.doc, place)).scrollIntoView())
  return true
}

/** Enter on an empty line at the end of a piece leaves it. */
export const leavePiece: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!empty || !isA($from.parent, 'paragraph') || $from.parent.content.size > 0) return false
  const holder = $from.node($from.depth - 1)
  if (!kindOf(holder).holdsBlocks || $from.index($from.depth - 1) !== holder.childCount - 1) return false
  const isOnly = holder.childCount === (isA(holder.firstChild, 'partTitle') ? 2 : 1)
  let depth = $from.depth - 1
  while (depth > 1 && !isBlockPlace($from, depth)) depth--
  if (!dispatch) return true
  const transaction = state.tr
  const after = $from.after(depth)
  transaction.insert(after, state.schema.nodes.paragraph!.create())
  transaction.setSelection(TextSelection.create(transaction.doc, after + 1))
  if (!isOnly) transaction.delete($from.before(), $from.after())
  dispatch(transaction.scrollIntoView())
  return true
}

/** True when a paragraph may stand after the ancestor at this depth. */
function isBlockPlace($at: ResolvedPos, depth: number): boolean {
  const parent = $at.node(depth - 1)
  const index = $at.indexAfter(depth - 1)
  return parent.canReplaceWith(index, index, $at.doc.type.schema.nodes.paragraph!)
}

const afterPiece =
  (depth: number): Command =>
  (state, dispatch) => {
    const after = state.selection.$from.after(depth)
    const transaction = state.tr.insert(after, state.schema.nodes.paragraph!.create())
    dispatch?.(transaction.setSelection(TextSelection.create(transaction.doc, after + 1)).scrollIntoView())
    return true
  }

/** Backspace at the start of a title takes nothing away; at the start of what stands under one it goes into it. */
export const backspaceAtEdge: Command = (state, dispatch) => {
  const { $from, empty } = state.selection
  if (!empty || $from.parentOffset > 0) return false
  if (isTitle($from)) return true
  const holder = $from.depth > 0 ? $from.node($from.depth - 1) : null
  if (!holder || !kindOf(holder).holdsBlocks || !$from.parent.isTextblock) return false
  const index = $from.index($from.depth - 1)
  const before = index > 0 ? holder.child(index - 1) : null
  if (before && !isA(before, 'partTitle')) return false
  if (before) dispatch?.(state.tr.setSelection(TextSelection.create(state.doc, $from.before() - 1)).scrollIntoView())
  // An empty paragraph before others may go; the last one is what the piece is written in.
  else if ($from.parent.content.size === 0 && holder.childCount > 1) return false
  return true
}

/** Delete at the end of a title takes nothing away. */
export const deleteAtEdge: Command = (state) => {
  const { $from, empty } = state.selection
  return empty && isTitle($from) && $from.parentOffset === $from.parent.content.size
}

/** Typing while a piece is selected as a whole writes beneath it: a key must not wipe out a picture or a list. */
export function writingBesidePieces(): Plugin {
  return new Plugin({
    props: {
      handleTextInput(view, _from, _to, text) {
        const { selection, schema, tr } = view.state
        if (!(selection instanceof NodeSelection) || !selection.node.isBlock) return false
        const place = selection.to
        const $place = view.state.doc.resolve(place)
        const paragraph = schema.nodes.paragraph!
        if (!$place.parent.canReplaceWith($place.index(), $place.index(), paragraph)) return true
        tr.insert(place, paragraph.create(null, schema.text(text)))
        view.dispatch(tr.setSelection(TextSelection.create(tr.doc, place + 1 + text.length)).scrollIntoView())
        return true
      },
    },
  })
}
