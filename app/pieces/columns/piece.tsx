import { useEditorState } from '@tiptap/react'
import { Segmented } from 'antd'
import { aroundOutcome, newColumns } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'

function ColumnSettings({ editor, position }: SettingsProps) {
  const split = useEditorState({
    editor,
    selector: ({ editor: { state } }) => String(state.doc.nodeAt(position)?.attrs.split),
  })
  const set = (value: string): void => editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'split', value))
  return (
    <>
      <RowList editor={editor} position={position} entry="column" />
      <h3 id="column-split">Widths</h3>
      <Segmented
        block
        aria-labelledby="column-split"
        value={split}
        onChange={set}
        options={[
          { value: 'even', label: 'Even' },
          { value: 'wide-start', label: 'First wide' },
          { value: 'wide-end', label: 'Last wide' },
        ]}
      />
    </>
  )
}

export const columns: Piece = {
  kind: 'columns',
  entry: 'column',
  Settings: ColumnSettings,
  offer: {
    group: 'fold',
    name: 'Columns',
    help: 'Side by side; stacked on a phone.',
    effort: 'ready',
    command: newColumns,
    outcome: (state) => aroundOutcome(state, 'go into the first column.', 'Begins with two empty columns.'),
    Example: () => (
      <span className="eg-columns">
        <span>
          <i />
          <i />
          <i className="is-short" />
        </span>
        <span>
          <i />
          <i />
          <i className="is-short" />
        </span>
      </span>
    ),
  },
}
