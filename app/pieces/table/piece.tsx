import { insertTable } from '../../editor/commands.ts'
import type { Piece } from '../piece.ts'
import { TableSettings } from './settings.tsx'

export const table: Piece = {
  kind: 'table',
  Settings: TableSettings,
  offer: {
    group: 'apart',
    name: 'Table',
    help: 'Rows and columns, the first row as header.',
    effort: 'has settings',
    command: insertTable(3, 3),
    outcome: () => 'Three rows and three columns; more in the side desk.',
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
