import type { ResolvedPos } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import { AllSelection, NodeSelection, Plugin, Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { CellSelection } from '@tiptap/pm/tables'
import { emptyBody } from '../select-body.ts'

/**
 * Moves the cursor from what is selected as a whole to behind it: into the line after a note or an equation, to a new
 * line below a picture, to the end of the last of some cells. What has just been put in is selected, so that its
 * settings are at hand; words that are written or pasted go on after it and take nothing away. Deleting is asked for
 * by Delete. In the place of a whole body that is marked they stand, under its title. Any other selection stays.
 */
export function goBeside(transaction: Transaction): void {
  const { doc, selection } = transaction
  if (selection instanceof AllSelection) emptyBody(transaction)
  else if (selection instanceof CellSelection) {
    const cell = selection.$headCell
    transaction.setSelection(Selection.near(doc.resolve(cell.pos + cell.nodeAfter!.nodeSize - 1), -1))
  } else if (selection instanceof NodeSelection) {
    closeHistory(transaction)
    const line = selection.node.isInline ? null : lineBehind(selection.$to)
    if (line !== null) transaction.insert(line, doc.type.schema.nodes.paragraph!.create())
    transaction.setSelection(TextSelection.create(transaction.doc, line === null ? selection.to : line + 1))
  }
}

/** The nearest place behind another at which a paragraph can stand: at the end of the page there is always one. */
function lineBehind($place: ResolvedPos): number {
  const paragraph = $place.doc.type.schema.nodes.paragraph!
  for (let depth = $place.depth; depth > 0; depth--) {
    const index = depth === $place.depth ? $place.index() : $place.indexAfter(depth)
    if ($place.node(depth).canReplaceWith(index, index, paragraph))
      return depth === $place.depth ? $place.pos : $place.after(depth + 1)
  }
  return $place.depth === 0 ? $place.pos : $place.after(1)
}

/** Typing beside what is selected as a whole, instead of over it. Before all that waits for signs. */
export const typingBeside = (): Plugin =>
  new Plugin({
    props: {
      handleTextInput(view, _from, _to, text) {
        const { selection } = view.state
        const isWhole = [NodeSelection, CellSelection, AllSelection].some((kind) => selection instanceof kind)
        if (!isWhole) return false
        const transaction = view.state.tr
        goBeside(transaction)
        view.dispatch(transaction.insertText(text).scrollIntoView())
        return true
      },
    },
  })
