import { aroundOutcome, newBox } from '../../editor/insert-commands.ts'
import type { Piece } from '../piece.ts'
import { onDemand } from '../../shell/on-demand.tsx'

const BoxSettings = onDemand(() => import('./settings.tsx').then((module) => module.BoxSettings))

export const box: Piece = {
  kind: 'box',
  Settings: BoxSettings,
  offer: {
    group: 'apart',
    name: 'Box',
    help: 'Puts paragraphs in a coloured box.',
    finds: ['frame', 'border', 'background', 'coloured', 'panel'],
    effort: 'ready',
    command: newBox,
    outcome: (state) => aroundOutcome(state, 'go into the box.', 'Begins empty.'),
    Example: () => <span className="eg-box">Never lift over your toes.</span>,
  },
}
