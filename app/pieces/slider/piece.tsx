import { newSlider } from '../../editor/insert-commands.ts'
import { onDemand } from '../../shell/on-demand.tsx'
import { DrawnView } from '../drawn-view.ts'
import type { Piece } from '../piece.ts'
import { sliderLook } from './view.ts'
import '../graph/graph.css'
import './slider.css'

const SliderSettings = onDemand(() => import('./settings.tsx').then((module) => module.SliderSettings))

export const slider: Piece = {
  kind: 'slider',
  Settings: SliderSettings,
  view: (...given) => new DrawnView(sliderLook, ...given),
  offer: {
    group: 'look',
    name: 'Slider on a number line',
    help: 'Students drag a slider and see numbers change, worked out by your formulas.',
    finds: ['values', 'formula', 'calculator', 'try out', 'variable', 'range', 'what if'],
    effort: 'has settings',
    command: newSlider,
    outcome: () => 'Begins with a number line from 0 to 10; quantity and formulas are typed in the side desk.',
    Example: () => (
      <svg className="eg-graph" viewBox="0 0 80 40" aria-hidden="true">
        <path d="M6,14H74M6,10V18M40,10V18M74,10V18" stroke="var(--edge)" fill="none" />
        <circle cx="52" cy="14" r="6" fill="var(--lichen)" />
        <path d="M6,32H52" stroke="var(--lichen)" strokeWidth="6" />
        <path d="M52,32H74" stroke="var(--line)" strokeWidth="6" />
      </svg>
    ),
  },
}
