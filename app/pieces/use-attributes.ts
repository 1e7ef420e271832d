import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'

/** The settings of the piece at a place, as they are now, and the way to change one of them. */
export function useAttributes(
  editor: Editor,
  position: number,
): readonly [attrs: Readonly<Record<string, unknown>>, set: (name: string, value: unknown) => void] {
  const attrs = useEditorState({
    editor,
    selector: ({ editor: { state } }) => state.doc.nodeAt(position)?.attrs ?? {},
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  const set = (name: string, value: unknown): void => {
    const now = editor.state.doc.nodeAt(position)?.attrs
    if (now && now[name] !== value) editor.view.dispatch(editor.state.tr.setNodeAttribute(position, name, value))
  }
  return [attrs, set]
}
