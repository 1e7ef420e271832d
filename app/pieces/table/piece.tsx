import { insertTable, typedSize } from '../../editor/tables/new-table.ts'
import type { Piece, SettingsProps } from '../piece.ts'
import { onDemand } from '../../shell/on-demand.tsx'

const TableSettings = onDemand(() => import('./settings.tsx').then((module) => module.TableSettings))

/** The settings of the table that has the caption. */
function CaptionedSettings({ editor, position }: SettingsProps) {
  const caption = editor.state.doc.nodeAt(position + 1)
  return caption && <TableSettings editor={editor} position={position + 1 + caption.nodeSize} />
}

export const captionedTable: Piece = { kind: 'captionedTable', Settings: CaptionedSettings }

export const table: Piece = {
  kind: 'table',
  Settings: TableSettings,
  offer: {
    group: 'apart',
    name: 'Table',
    help: 'Rows and columns, the first row as header.',
    effort: 'has settings',
    command: insertTable(),
    outcome: () => 'Three rows and three columns. For another size, type it: table 5 x 4.',
    asTyped: (typed) => {
      const size = typedSize(typed)
      return size && { command: insertTable(size), outcome: `${size.rows} rows and ${size.columns} columns.` }
    },
    Example: () => (
      <span className="eg-table">
        <b />
        <b />
        <b />
        <i />
        <i />
        <i />
        <i />
        <i />
        <i />
      </span>
    ),
  },
}
