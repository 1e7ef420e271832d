import { aroundOutcome, newPopUp } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

export const popUp: Piece = {
  kind: 'popUp',
  offer: {
    group: 'fold',
    name: 'Pop-up',
    help: 'A button that opens something over the page.',
    finds: ['dialog', 'modal', 'window', 'button', 'overlay', 'lightbox'],
    effort: 'ready',
    command: newPopUp,
    outcome: (state) => aroundOutcome(state, 'are what it opens.', 'Begins with the words of its button.'),
    Example: () => (
      <span className="eg-pop-up">
        <b>Safety on the fell</b>
        <span>
          <i />
          <i className="is-short" />
        </span>
      </span>
    ),
  },
}
