import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'

/** The settings of the piece at a place, as they are now, and the ways to change one of them, or several at once. */
export function useAttributes(
  editor: Editor,
  position: number,
): readonly [
  attrs: Readonly<Record<string, unknown>>,
  set: (name: string, value: unknown) => void,
  setAll: (changes: Readonly<Record<string, unknown>>) => void,
] {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) => state.doc.nodeAt(position)?.attrs ?? {},
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  const setAll = (changes: Readonly<Record<string, unknown>>): void => {
    const now = editor.state.doc.nodeAt(position)?.attrs
    const transaction = editor.state.tr
    for (const [name, value] of Object.entries(changes))
      if (now && name in now && now[name] !== value) transaction.setNodeAttribute(position, name, value)
    if (transaction.docChanged) editor.view.dispatch(transaction)
  }
  return [attrs, (name, value) => setAll({ [name]: value }), setAll]
}
