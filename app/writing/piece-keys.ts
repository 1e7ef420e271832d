import type { Node, ResolvedPos } from '@tiptap/pm/model'
import { type Command, NodeSelection, type Selection, TextSelection } from '@tiptap/pm/state'
import { closeHistory } from '@tiptap/pm/history'
import { isA, kindOf } from '../../core/kinds/facts.ts'
import { pieceOf } from '../pieces/registry.ts'

/** What a key moves: the piece that is selected as a whole, else the block or the item of a list the cursor is in. */
function movable(selection: Selection): { $at: ResolvedPos; node: Node } | null {
  const { $from, $to } = selection
  if (selection instanceof NodeSelection && !selection.node.isInline) return { $at: $from, node: selection.node }
  for (let depth = $from.depth; depth > 0; depth--) {
    const parent = $from.node(depth - 1)
    const isPlace = depth === 1 || kindOf(parent).holdsBlocks || parent.type.isInGroup('list')
    if (isPlace && $to.sharedDepth($from.pos) >= depth)
      return { $at: $from.doc.resolve($from.before(depth)), node: $from.node(depth) }
  }
  return null
}

/** Moves a block or piece before or behind its neighbour; the title of the page stays where it is. */
export const moveBlock =
  (direction: 'up' | 'down'): Command =>
  (state, dispatch) => {
    const { selection } = state
    const found = movable(selection)
    if (!found) return false
    const { $at, node } = found
    const neighbour = direction === 'up' ? $at.nodeBefore : $at.doc.resolve($at.pos + node.nodeSize).nodeAfter
    if (!neighbour || isA(node, 'title') || isA(neighbour, 'title') || isA(neighbour, 'partTitle')) return true
    if (!dispatch) return true
    const to = direction === 'up' ? $at.pos - neighbour.nodeSize : $at.pos + neighbour.nodeSize
    const transaction = closeHistory(state.tr)
      .delete($at.pos, $at.pos + node.nodeSize)
      .insert(to, node)
    const shift = to - $at.pos
    transaction.setSelection(
      selection instanceof NodeSelection
        ? NodeSelection.create(transaction.doc, to)
        : TextSelection.between(
            transaction.doc.resolve(selection.anchor + shift),
            transaction.doc.resolve(selection.head + shift),
          ),
    )
    dispatch(transaction.scrollIntoView())
    return true
  }

/** Makes the piece that is selected as a whole larger or smaller by a step, where its kind has a size. */
export const growPiece =
  (by: 1 | -1): Command =>
  (state, dispatch) => {
    const { selection } = state
    if (!(selection instanceof NodeSelection)) return false
    const grown = pieceOf(selection.node.type.name)?.grow?.(selection.node, by)
    if (!grown) return false
    const transaction = state.tr.setNodeAttribute(selection.from, ...grown)
    dispatch?.(transaction.setSelection(NodeSelection.create(transaction.doc, selection.from)))
    return true
  }
