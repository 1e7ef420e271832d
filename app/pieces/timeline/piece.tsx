import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece } from '../piece.ts'

export const timeline: Piece = {
  kind: 'timeline',
  entry: 'date',
  Settings: partsSettings('date'),
  offer: {
    group: 'fold',
    name: 'Timeline',
    help: 'What happened when, each under its date.',
    finds: ['history', 'dates', 'chronology', 'schedule', 'years'],
    effort: 'ready',
    command: insertParts('timeline'),
    outcome: (state) => partsOutcome(state, 'timeline'),
    Example: () => (
      <span className="eg-timeline">
        <b>1791</b>
        <i />
        <b>1840</b>
        <i className="is-short" />
      </span>
    ),
  },
}
