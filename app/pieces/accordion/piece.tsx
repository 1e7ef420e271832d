import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece } from '../piece.ts'

export const accordion: Piece = {
  kind: 'accordion',
  entry: 'part',
  Settings: partsSettings('accordion', 'part'),
  offer: {
    group: 'fold',
    name: 'Accordion',
    help: 'Many short parts; readers open what they need.',
    effort: 'ready',
    command: insertParts('accordion'),
    outcome: (state) => partsOutcome(state, 'accordion'),
    Example: () => (
      <span className="eg-folds">
        <b>
          Lay <span>–</span>
        </b>
        <b>
          Pack <span>+</span>
        </b>
        <b>
          Check <span>+</span>
        </b>
      </span>
    ),
  },
}
