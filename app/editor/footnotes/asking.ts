import { type Node, Node as PageNode } from '@tiptap/pm/model'
import { closeHistory } from '@tiptap/pm/history'
import { type Command, type EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { askedInLine, selectedOf } from '../asked.ts'

const selectedNote = (state: EditorState): Node | null => selectedOf(state, 'footnote')

const asking = askedInLine('footnotes', ['footnote'])
/** `askFootnote` opens the dialog for the note that is selected, or for a new one at the cursor. */
export const { ask: askFootnote, plugin: footnotes } = asking

/** Selects the note at a place and opens it. */
export function openFootnote(view: EditorView, position: number): void {
  if (position < 0 || !isA(view.state.doc.nodeAt(position), 'footnote')) return
  view.dispatch(view.state.tr.setSelection(NodeSelection.create(view.state.doc, position)).scrollIntoView())
  asking.open(view.state)
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
      transaction.setSelection(TextSelection.create(transaction.doc, selection.to + made.nodeSize))
    }
    dispatch?.(transaction.scrollIntoView())
    return true
  }
