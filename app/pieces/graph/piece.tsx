import { newGraph } from '../../editor/insert-commands.ts'
import { onDemand } from '../../shell/on-demand.tsx'
import { DrawnView } from '../drawn-view.ts'
import { type Piece, stepped } from '../piece.ts'
import { graphLook } from './view.ts'
import './graph.css'

const GraphSettings = onDemand(() => import('./settings.tsx').then((module) => module.GraphSettings))

export const graph: Piece = {
  kind: 'graph',
  Settings: GraphSettings,
  grow: ({ attrs }, by) => stepped('widthPercent', Number(attrs.widthPercent), by * 5, [20, 100]),
  view: (...given) => new DrawnView(graphLook, ...given),
  offer: {
    group: 'look',
    name: 'Graph of a function',
    help: 'Functions drawn from their formulas, with points, areas, a description and a table of values.',
    finds: ['function', 'plot', 'curve'],
    effort: 'has settings',
    command: newGraph,
    outcome: () => 'Begins with axes; the functions are typed in the side desk.',
    Example: () => (
      <svg className="eg-graph" viewBox="0 0 80 40" aria-hidden="true">
        <path d="M2,30H78M40,38V2" stroke="var(--edge)" fill="none" />
        <path d="M18,4C30,46 50,46 62,4" stroke="var(--lichen)" strokeWidth="2" fill="none" />
      </svg>
    ),
  },
}
