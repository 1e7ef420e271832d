import { aroundOutcome, newReveal } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const reveal: Piece = {
  kind: 'reveal',
  offer: {
    group: 'fold',
    name: 'Reveal',
    help: 'One thing to open: an answer, a detail.',
    finds: ['hide', 'show', 'answer', 'spoiler', 'toggle', 'fold', 'collapse'],
    effort: 'ready',
    command: newReveal,
    outcome: (state) => aroundOutcome(state, 'are what it reveals.', 'Begins with a title to write.'),
    Example: () => (
      <span className="eg-reveal">
        <b>▸ Why not mortar?</b>
        <i />
      </span>
    ),
  },
}
