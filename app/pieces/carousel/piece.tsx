import { insertParts, partsOutcome } from '../../editor/insert-commands.ts'
import { partsSettings } from '../parts-settings.tsx'
import type { Piece } from '../piece.ts'

export const carousel: Piece = {
  kind: 'carousel',
  entry: 'slide',
  Settings: partsSettings('carousel', 'slide'),
  offer: {
    group: 'fold',
    name: 'Carousel',
    help: 'Pictures or short texts, one after the other.',
    finds: ['slides', 'slideshow', 'gallery', 'pictures', 'swipe'],
    effort: 'ready',
    command: insertParts('carousel'),
    outcome: (state) => partsOutcome(state, 'carousel'),
    Example: () => (
      <span className="eg-carousel">
        <span>
          <b>The footing</b>
          <i />
        </span>
        <span>‹ 2 / 5 ›</span>
      </span>
    ),
  },
}
