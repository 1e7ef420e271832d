import type { Editor } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { NodeSelection, TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { pieceOf } from '../pieces/registry.ts'
import { pieceAt, writeBeside } from '../editor/commands.ts'
import { kindLabel } from '../editor/kind-label.ts'
import { isA, nameOf } from '../../core/kinds/facts.ts'

interface Chip {
  name: string
  position: number | null
}

/** The path of pieces the cursor stands in; each chip selects its piece. */
export function Trail({ editor }: { editor: Editor }) {
  const { chips, piece } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => ({ chips: chipsOf(state), piece: pieceAt(state) }),
    equalityFn: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  })
  const select = ({ position }: Chip): void => {
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

/** A part by its title, or by what and which it is. */
function partName(part: Node, index: number, piece: Node): string {
  const title = part.firstChild?.textContent.trim() ?? ''
  if (title !== '') return title.length > 22 ? `${title.slice(0, 20)}…` : title
  return kindLabel(pieceOf(piece.type.name)?.entry ?? 'part') + ` ${index + 1}`
}

function chipsOf(state: Editor['state']): Chip[] {
  const { $from } = state.selection
  const chips: Chip[] = [{ name: 'Page', position: null }]
  for (let depth = 1; depth <= $from.depth; depth++) {
    const node = $from.node(depth)
    const name = isA(node, 'part') ? partName(node, $from.index(depth - 1), $from.node(depth - 1)) : nameOf(node)
    chips.push({ name, position: $from.before(depth) })
  }
  if (state.selection instanceof NodeSelection && !state.selection.node.isInline)
    chips.push({ name: kindLabel(state.selection.node.type.name), position: state.selection.from })
  return chips
}
