import { aroundOutcome, newQuotation } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const quotation: Piece = {
  kind: 'quotation',
  offer: {
    group: 'apart',
    name: 'Quotation',
    help: 'Somebody else’s words.',
    effort: 'ready',
    command: newQuotation,
    outcome: (state) => aroundOutcome(state, 'become the quotation.', 'Begins empty.'),
    Example: () => (
      <span className="eg-quotation">
        One on two,
        <br />
        two on one.
      </span>
    ),
  },
}
