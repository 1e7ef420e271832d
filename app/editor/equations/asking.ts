import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection } from '@tiptap/pm/state'
import { closeHistory } from '@tiptap/pm/history'
import { MOST_DEPTH } from '../../../core/document/limits.ts'
import { isA } from '../../../core/kinds/facts.ts'
import { askedInLine } from '../asked.ts'
import { insertionPlace, lineAfterLast } from '../insert-commands.ts'

/** The equation that is selected, as a whole or as all there is between two places. */
function selectedEquation({ selection }: EditorState): Node | null {
  const node = selection instanceof NodeSelection ? selection.node : selection.$from.nodeAfter
  const isAll = selection instanceof NodeSelection || selection.to === selection.from + 1
  return isAll && isA(node, 'equation', 'displayEquation') ? node : null
}

/** `askEquation` opens the dialog for the equation that is selected, or for a new one at the cursor. */
export const { ask: askEquation, plugin: equations } = askedInLine(
  'equations',
  ['equation', 'displayEquation'],
  selectedEquation,
)

/** What is said of an equation. */
export interface EquationDraft {
  readonly tex: string
  readonly isDisplay: boolean
  readonly isNumbered: boolean
}

/** The equation that is selected; a new one in the line where none is. */
export function equationNow(state: EditorState): EquationDraft & { readonly isNew: boolean } {
  const { selection, doc } = state
  const selected = selectedEquation(state)
  if (selected) {
    const { tex, isNumbered } = selected.attrs as { tex: string; isNumbered?: boolean }
    return { tex, isNumbered: isNumbered === true, isDisplay: isA(selected, 'displayEquation'), isNew: false }
  }
  const words = selection.empty ? '' : doc.textBetween(selection.from, selection.to, ' ', ' ')
  return { tex: words.slice(0, 500), isDisplay: false, isNumbered: false, isNew: true }
}

/** Puts an equation in place of the selected one, or at the cursor. */
export const putEquation =
  ({ tex, isDisplay, isNumbered }: EquationDraft): Command =>
  (state, dispatch) => {
    const { selection, schema } = state
    const { equation, displayEquation } = schema.nodes
    const selected = selectedEquation(state)
    const transaction = closeHistory(state.tr)
    if (selected && isA(selected, isDisplay ? 'displayEquation' : 'equation')) {
      transaction.setNodeMarkup(selection.from, null, { ...selected.attrs, tex, ...(isDisplay ? { isNumbered } : {}) })
      transaction.setSelection(NodeSelection.create(transaction.doc, selection.from))
    } else if (!isDisplay) {
      const made = equation!.create({ tex })
      if (selected) transaction.replaceWith(selection.from, selection.to, schema.nodes.paragraph!.create(null, made))
      else transaction.replaceSelectionWith(made, true)
    } else {
      if (selection.$from.depth >= MOST_DEPTH - 2) return false
      if (selected) transaction.deleteSelection()
      const place = insertionPlace(state.apply(transaction))
      if (!place) return false
      const made = displayEquation!.create({ tex, isNumbered })
      transaction.replaceWith(place.from, place.to, made)
      transaction.setSelection(NodeSelection.create(transaction.doc, place.from))
      lineAfterLast(transaction, place.from + made.nodeSize)
    }
    dispatch?.(transaction.scrollIntoView())
    return true
  }
