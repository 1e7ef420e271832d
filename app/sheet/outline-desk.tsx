import type { Editor } from '@tiptap/core'
import { TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { isA } from '../../core/kinds/facts.ts'

interface Entry {
  level: number
  text: string
  position: number
}

/** The headings of the page; each leads to its place. */
export function OutlineDesk({ editor }: { editor: Editor }) {
  const entries = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const found: Entry[] = []
      state.doc.descendants((node, position) => {
        if (isA(node, 'heading')) found.push({ level: Number(node.attrs.level), text: node.textContent, position })
        return !node.isTextblock
      })
      return found
    },
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (entries.length === 0)
    return (
      <p className="desk-empty soft">
        This page has no headings yet. Readers who listen to a page go through it by its headings.
      </p>
    )
  const go = (position: number): void => {
    editor.view.dispatch(
      editor.state.tr.setSelection(TextSelection.create(editor.state.doc, position + 1)).scrollIntoView(),
    )
    editor.view.focus()
  }
  return (
    <ol className="outline-list">
      {entries.map(({ level, text, position }) => (
        <li key={position} style={{ paddingInlineStart: (level - 2) * 14 }}>
          <button type="button" className="plain-button" onClick={() => go(position)}>
            {text || <em>Empty heading</em>}
          </button>
        </li>
      ))}
    </ol>
  )
}
