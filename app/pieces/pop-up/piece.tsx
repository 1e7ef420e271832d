import { aroundOutcome, newPopUp } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'

/** How words open it, too. */
const PopUpSettings = () => (
  <p className="soft">
    Words open it, too: select them, press Ctrl+K and type what stands on this button. Students go back to the words.
  </p>
)

export const popUp: Piece = {
  kind: 'popUp',
  Settings: PopUpSettings,
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
