import { type EditorState, Plugin, Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import { GapCursor } from '@tiptap/pm/gapcursor'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../core/kinds/facts.ts'

/** Puts the cursor at the end of the page, on a line of its own when the page ends with something else than words. */
export function toEnd(state: EditorState): Transaction {
  const { tr, doc, schema } = state
  const last = doc.lastChild
  const isWritten = last?.isTextblock && !isA(last, 'title')
  if (!isWritten) tr.insert(doc.content.size, schema.nodes.paragraph!.create())
  return tr.setSelection(Selection.atEnd(tr.doc)).scrollIntoView()
}

/** A press below everything that is on the paper: the cursor goes there. */
export function pressedBelow(view: EditorView, event: { clientY: number; target: EventTarget | null }): boolean {
  const last = view.dom.lastElementChild
  const isPaper = event.target === view.dom || (event.target as Element | null)?.contains(view.dom) === true
  if (!last || !isPaper || event.clientY <= last.getBoundingClientRect().bottom) return false
  view.dispatch(toEnd(view.state))
  view.focus()
  return true
}

/**
 * Where a page ends: above its title there is no place for a cursor, whatever key or press led there; below its last
 * table or piece a press makes a line.
 */
export function pageEdges(): Plugin {
  return new Plugin({
    appendTransaction: (_transactions, _before, { selection, tr }) =>
      selection instanceof GapCursor && selection.head === 0 ? tr.setSelection(TextSelection.create(tr.doc, 1)) : null,
    props: {
      handleDOMEvents: {
        mousedown(view, event) {
          if (event.button !== 0 || !pressedBelow(view, event)) return false
          event.preventDefault()
          return true
        },
      },
    },
  })
}
