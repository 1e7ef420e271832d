import type { Editor } from '@tiptap/core'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { useEffect, useRef } from 'react'
import { pieceAt, writeBeside } from '../editor/commands.ts'
import { kindLabel } from '../editor/kind-label.ts'
import { pieceWords, type Step, wayTo } from '../writing/where.ts'
import { announce } from '../shell/announce.ts'

/** The path of pieces the cursor stands in; each chip selects its piece. */
export function Trail({ editor }: { editor: Editor }) {
  const { chips, piece } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => ({ chips: wayTo(state), piece: pieceAt(state) }),
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  useSaid(chips, editor.isFocused)
  const select = ({ position }: Step): void => {
    const { state, view } = editor
    const selection =
      position === null
        ? TextSelection.create(state.doc, state.selection.head)
        : NodeSelection.create(state.doc, position)
    view.dispatch(state.tr.setSelection(selection))
    view.focus()
  }
  return (
    <div className="trail">
      <nav aria-label="Trail: where the cursor stands">
        <ol>
          {chips.map((chip, at) => (
            <li key={at}>
              <button
                type="button"
                className={at === chips.length - 1 ? 'chip is-last' : 'chip'}
                aria-current={at === chips.length - 1 || undefined}
                onMouseDown={(event) => event.preventDefault()}
                onClick={() => select(chip)}
              >
                {chip.name}
              </button>
            </li>
          ))}
        </ol>
      </nav>
      {piece && (
        <span className="trail-beside soft">
          Write <Beside editor={editor} side="above" keys="Ctrl+Shift+Enter" /> ·{' '}
          <Beside editor={editor} side="below" keys="Ctrl+Enter" /> the {kindLabel(piece.name).toLowerCase()}
        </span>
      )}
    </div>
  )
}

/** Says which piece the cursor is in, when that changes. */
function useSaid(chips: readonly Step[], isFocused: boolean): void {
  const path = pieceWords(chips)
  const last = useRef(path)
  useEffect(() => {
    if (last.current === path) return
    last.current = path
    if (isFocused) announce(path)
  }, [path, isFocused])
}

/** Begins a paragraph beside the piece; the marked words stay marked while it is pressed. */
function Beside({ editor, side, keys }: { editor: Editor; side: 'above' | 'below'; keys: string }) {
  return (
    <button
      type="button"
      className="link-button"
      title={keys}
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => {
        writeBeside(side)(editor.state, editor.view.dispatch, editor.view)
        editor.view.focus()
      }}
    >
      {side}
    </button>
  )
}
