import { type Node, Node as PageNode } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, type EditorState, NodeSelection, type Plugin } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { asked } from '../asked.ts'

const asking = asked('footnotes')

/** The note that is selected. */
function selectedNote({ selection }: EditorState): Node | null {
  return selection instanceof NodeSelection && isA(selection.node, 'footnote') ? selection.node : null
}

/** Opens the dialog for the note that is selected, or for a new one at the cursor. */
export const askFootnote: Command = (state, dispatch) => {
  const ask = asking.dialog(state)
  const { parent } = state.selection.$from
  const canStand = parent.inlineContent && parent.type.contentMatch.matchType(state.schema.nodes.footnote!)
  if (!ask || !(selectedNote(state) || canStand)) return false
  if (dispatch) ask()
  return true
}

/** What opens a note: Enter while it is selected, a double click, a press on its words, and `askFootnote`. */
export function footnotes(ask: () => void): Plugin {
  return asking.plugin(ask, {
    handleDoubleClickOn(_view, _position, node) {
      if (!isA(node, 'footnote')) return false
      ask()
      return true
    },
    handleKeyDown(view, event) {
      if (event.key !== 'Enter' || event.ctrlKey || event.altKey || !selectedNote(view.state)) return false
      ask()
      return true
    },
  })
}

/** Selects the note at a place and opens it. */
export function openFootnote(view: EditorView, position: number): void {
  if (position < 0 || !isA(view.state.doc.nodeAt(position), 'footnote')) return
  view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, position)).scrollIntoView())
  asking.dialog(view.state)?.()
}

/** The words of the note that is selected, as a line of a passage; null where none is. */
export function footnoteNow(state: EditorState): object | null {
  const note = selectedNote(state)
  const words = note?.content.toJSON() as unknown
  return note && { type: 'passage', content: [{ type: 'paragraph', content: words ?? [] }] }
}

/** Puts a note with these words, as JSON of inline nodes, at the cursor or in the place of the one selected. */
export const putFootnote =
  (words: readonly object[]): Command =>
  (state, dispatch) => {
    const { selection, schema } = state
    const content = words.map((each) => PageNode.fromJSON(schema, each))
    const note = selectedNote(state)
    const transaction = closeHistory(state.tr)
    if (note) {
      transaction.replaceWith(selection.from + 1, selection.to - 1, content)
      transaction.setSelection(NodeSelection.create(transaction.doc, selection.from))
    } else {
      // It stands after what is selected, which is what it is a note to.
      const made = schema.nodes.footnote!.create(null, content)
      transaction.insert(selection.to, made)
      transaction.setSelection(NodeSelection.create(transaction.doc, selection.to))
    }
    dispatch?.(transaction.scrollIntoView())
    return true
  }
