import { useEditorState } from '@tiptap/react'
import { aroundOutcome, newColumns } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'
import { ChoiceSetting } from '../choice-setting.tsx'

function ColumnSettings({ editor, position }: SettingsProps) {
  const split = useEditorState({
    editor,
    selector: ({ editor: { state } }) => String(state.doc.nodeAt(position)?.attrs.split),
  })
  const set = (value: string): void => editor.view.dispatch(editor.state.tr.setNodeAttribute(position, 'split', value))
  return (
    <>
      <RowList editor={editor} position={position} entry="column" />
      <ChoiceSetting
        label="Widths"
        value={split}
        onChange={set}
        options={[
          ['even', 'Even'],
          ['wide-start', 'First wide'],
          ['wide-end', 'Last wide'],
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
    finds: ['side by side', 'layout'],
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
