import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece } from '../piece.ts'

export const tabs: Piece = {
  kind: 'tabs',
  entry: 'tab',
  Settings: partsSettings('tabs', 'tab'),
  offer: {
    group: 'fold',
    name: 'Tabs',
    help: 'A few equal parts, one in sight at a time.',
    finds: ['switch', 'panels'],
    effort: 'ready',
    command: insertParts('tabs'),
    outcome: (state) => partsOutcome(state, 'tabs'),
    Example: () => (
      <span className="eg-tabs">
        <span className="eg-row">
          <b className="is-first">Before</b>
          <b>During</b>
          <b>After</b>
        </span>
        <i />
        <i className="is-short" />
      </span>
    ),
  },
}
