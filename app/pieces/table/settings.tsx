import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  deleteColumn,
  deleteRow,
  toggleHeaderColumn,
  toggleHeaderRow,
} from '@tiptap/pm/tables'
import type { Command } from '@tiptap/pm/state'

const ACTIONS: readonly (readonly [name: string, command: Command])[] = [
  ['Row above', addRowBefore],
  ['Row below', addRowAfter],
  ['Column before', addColumnBefore],
  ['Column after', addColumnAfter],
  ['Header row', toggleHeaderRow],
  ['Header column', toggleHeaderColumn],
  ['Delete row', deleteRow],
  ['Delete column', deleteColumn],
]

/** Rows, columns and headers of the table under the cursor. */
export function TableSettings({ editor, position }: { editor: Editor; position: number }) {
  const isStriped = useEditorState({
    editor,
    selector: ({ editor: { state } }) => Boolean(state.doc.nodeAt(position)?.attrs.isStriped),
  })
  const run = (command: Command): void => {
    command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  return (
    <>
      <h3>Rows and columns</h3>
      <div className="desk-grid">
        {ACTIONS.map(([name, command]) => (
          <button
            key={name}
            type="button"
            className="desk-button"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => run(command)}
          >
            {name}
          </button>
        ))}
      </div>
      <label className="desk-check">
        <input
          type="checkbox"
          checked={isStriped}
          onChange={(event) =>
            editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'isStriped', event.target.checked))
          }
        />{' '}
        Shade every other row
      </label>
    </>
  )
}
