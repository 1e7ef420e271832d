import { Editor } from '@tiptap/core'
import { EditorState, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { onTestFinished } from 'vitest'
import { kindExtensions } from '../../app/editor/tiptap-kinds.ts'
import { schema } from '../../core/document/schema.ts'
import { writePage } from '../../core/html/write.ts'
import { stateAt } from './editor-state.ts'

/** An editor on a page of HTML, with the cursor where a ‸ stands; without keys, clipboard and the rest of the sheet. */
export function editorOn(html: string): Editor {
  return editing(stateAt(html))
}

/** The same on a page that holds one block, given as JSON. */
export function editorWith(block: object): Editor {
  const title = { type: 'title', content: [{ type: 'text', text: 'Walls' }] }
  return editing(EditorState.create({ schema, doc: schema.nodeFromJSON({ type: 'doc', content: [title, block] }) }))
}

function editing(start: EditorState): Editor {
  const editor = new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: kindExtensions(),
    content: start.doc.toJSON() as object,
    injectCSS: false,
    enableCoreExtensions: { keymap: false, delete: false, drop: false, paste: false, textDirection: false },
  })
  const { from, to } = start.selection
  editor.view.dispatch(editor.state.tr.setSelection(TextSelection.create(editor.state.doc, from, to)))
  onTestFinished(() => editor.destroy())
  return editor
}

/** The page of an editor as source. */
export const sourceOf = (editor: Editor): string => writePage(editor.state.doc, 'source')

/** Where the first node of a kind stands. */
export function positionOf(editor: Editor, kind: string): number {
  let found = -1
  editor.state.doc.descendants((node, position) => {
    if (found < 0 && node.type.name === kind) found = position
    return found < 0
  })
  return found
}

/** Types as a browser has it: each sign is offered to whoever takes it, and else put in. */
export function type(view: EditorView, words: string): void {
  for (const sign of words) {
    const { from, to } = view.state.selection
    const insert = () => view.state.tr.insertText(sign, from, to)
    if (!view.someProp('handleTextInput', (handle) => handle(view, from, to, sign, insert))) view.dispatch(insert())
  }
}
