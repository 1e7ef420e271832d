import { chartOutcome, newChart } from '../../editor/tables/new-chart.ts'
import { onDemand } from '../../shell/on-demand.tsx'
import { DrawnView } from '../drawn-view.ts'
import { type Piece, stepped } from '../piece.ts'
import { chartLook } from './view.ts'
import '../graph/graph.css'

const ChartSettings = onDemand(() => import('./settings.tsx').then((module) => module.ChartSettings))

export const chart: Piece = {
  kind: 'chart',
  Settings: ChartSettings,
  grow: ({ attrs }, by) => stepped('widthPercent', Number(attrs.widthPercent), by * 5, [20, 100]),
  view: (...given) => new DrawnView(chartLook, ...given),
  offer: {
    group: 'look',
    name: 'Chart of a table',
    help: 'Bars, lines, areas, a pie or points, drawn from numbers that stay in a table beneath.',
    finds: ['diagram', 'bar', 'line', 'pie', 'scatter', 'numbers', 'data', 'statistics', 'plot'],
    effort: 'has settings',
    command: newChart,
    outcome: chartOutcome,
    Example: () => (
      <svg className="eg-graph" viewBox="0 0 80 40" aria-hidden="true">
        <path d="M4,38H78" stroke="var(--edge)" fill="none" />
        <path d="M10,38V20H22V38ZM30,38V6H42V38ZM50,38V14H62V38Z" fill="var(--lichen)" />
      </svg>
    ),
  },
}
