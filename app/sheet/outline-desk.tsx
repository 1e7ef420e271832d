import type { Editor } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { isA } from '../../core/kinds/facts.ts'

interface Heading {
  readonly node: Node
  readonly position: number
}

function headingsOf(doc: Node): Heading[] {
  const found: Heading[] = []
  doc.descendants((node, position) => {
    if (isA(node, 'heading')) found.push({ node, position })
    return !node.isTextblock
  })
  return found
}

/**
 * The headings of the page; each leads to its place. Where they stand is asked only then: typing moves all that follow,
 * and the list stays as it is.
 */
export function OutlineDesk({ editor }: { editor: Editor }) {
  const entries = useEditorState({
    editor,
    selector: ({ editor: { state } }) =>
      headingsOf(state.doc).map(({ node }) => ({ level: Number(node.attrs.level), text: node.textContent })),
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  if (entries.length === 0)
    return (
      <p className="desk-empty soft">
        This page has no headings yet. Readers who listen to a page go through it by its headings.
      </p>
    )
  const go = (at: number): void => {
    const { state, view } = editor
    const heading = headingsOf(state.doc)[at]
    if (!heading) return
    view.dispatch(state.tr.setSelection(TextSelection.create(state.doc, heading.position + 1)).scrollIntoView())
    view.focus()
  }
  return (
    <ol className="outline-list">
      {entries.map(({ level, text }, at) => (
        <li key={at} style={{ paddingInlineStart: (level - 2) * 14 }}>
          <button type="button" className="plain-button" onClick={() => go(at)}>
            {text || <em>Empty heading</em>}
          </button>
        </li>
      ))}
    </ol>
  )
}
