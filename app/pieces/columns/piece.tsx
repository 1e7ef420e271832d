import { useEditorState } from '@tiptap/react'
import { Ruler } from 'lucide-react'
import type { z } from 'zod'
import { type columns as kind, MOST_COLUMNS, MOST_SHARE, sharesOf } from '../../../core/kinds/columns/kinds.ts'
import { aroundOutcome, newColumns } from '../../editor/insert-commands.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { RowList } from '../rows/rows.ts'
import { ChoiceSetting } from '../choice-setting.tsx'
import { NumberSetting } from '../number-setting.tsx'
import { useAttributes } from '../use-attributes.ts'

/** How many parts of the width each column has. */
const OwnWidths = ({ shares, onSet }: { shares: readonly number[]; onSet: (shares: readonly number[]) => void }) =>
  shares.map((share, at) => (
    <NumberSetting
      // Columns have no names, and their places are what is set.
      key={at}
      label={`Parts of the width for column ${at + 1}`}
      value={share}
      least={1}
      most={MOST_SHARE}
      onKeep={(value) => onSet(shares.with(at, value))}
    />
  ))

/** The widths that have a name; others are set column by column. */
const NAMED = ['even', 'wide-start', 'wide-end']

function ColumnSettings({ editor, position }: SettingsProps) {
  const [given, set] = useAttributes(editor, position)
  const count = useEditorState({
    editor,
    selector: ({ editor: { state } }) => state.doc.nodeAt(position)?.childCount ?? 0,
  })
  if (given.split === undefined) return null
  const { split, stacking } = given as unknown as z.infer<typeof kind.attributes>
  const shares = sharesOf(split, count).slice(0, MOST_COLUMNS)
  const isOwn = !NAMED.includes(split)
  return (
    <>
      <RowList editor={editor} position={position} entry="column" />
      {count > MOST_COLUMNS && (
        <p className="desk-advice">
          <Ruler size={15} aria-hidden />{' '}
          <span>More than {MOST_COLUMNS} columns are too narrow to read. A table has room for more.</span>
        </p>
      )}
      <ChoiceSetting
        label="Widths"
        value={isOwn ? 'own' : split}
        onChange={(value) => set('split', value === 'own' ? shares.join('-') : value)}
        options={[
          ['even', 'Even'],
          ['wide-start', 'First wide'],
          ['wide-end', 'Last wide'],
          ...(count > 1 ? [['own', 'Own'] as const] : []),
        ]}
      />
      {isOwn && <OwnWidths shares={shares} onSet={(next) => set('split', next.join('-'))} />}
      <ChoiceSetting
        label="Shown first on a phone"
        value={stacking}
        onChange={(value) => set('stacking', value)}
        options={[
          ['first', 'First column'],
          ['last', 'Last column'],
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
