import type { Node } from 'prosemirror-model'
import { word } from '../html/slots.ts'
import { html, inText, type SafeHtml } from '../tree/template.ts'
import { drawBars } from './bars.ts'
import { drawLines, drawPoints } from './lines.ts'
import { sample } from './marks.ts'
import { HEIGHT, WIDTH } from './paper.ts'
import { drawPie, partsList } from './pie.ts'
import { readChart, type ReadChart } from './read.ts'
import { toldOf } from './told.ts'

/** A chart as it is shown, with the slots of `slots.ts`. */
export interface ShownChart {
  /** The drawing, and what its lines, bars or parts are; nothing where there is no number to draw. */
  readonly html: SafeHtml
  /** Its text alternative, as text. */
  readonly told: string
  /** What of it can't be drawn, as sentences for the author. */
  readonly problems: readonly string[]
}

/** Draws the chart that a node is. */
export function shownChart(node: Node): ShownChart {
  const chart = readChart(node)
  const hasNumbers = chart.series.some(({ values }) => values.some((value) => value !== null))
  if (!hasNumbers) return { html: html``, told: '', problems: chart.problems }
  const told =
    chart.alt ||
    toldOf(chart)
      .map(({ name, values }) => word(name, values))
      .join(' ')
  const { inside, height } = drawn(chart)
  return {
    html: html`<svg viewBox="0 0 ${WIDTH} ${height}" role="img" direction="ltr" aria-label="${told}">${inside}</svg>${chart.form === 'pie' ? partsList(chart) : legend(chart)}`,
    told,
    problems: chart.problems,
  }
}

function drawn(chart: ReadChart): { inside: SafeHtml; height: number } {
  if (chart.form === 'bar') return drawBars(chart)
  if (chart.form === 'pie') return { inside: drawPie(chart), height: HEIGHT }
  return { inside: chart.form === 'scatter' ? drawPoints(chart) : drawLines(chart), height: HEIGHT }
}

/** What each column looks like; one alone needs no telling apart where its axis has a name. */
function legend({ series, form, yName }: ReadChart): SafeHtml {
  if (form === 'pie' || series.every(({ name }) => name === '') || (series.length === 1 && yName !== '')) return html``
  return html`<ul class="graph-lines">
    ${series.map(({ name }, at) => html`<li>${sample(at, form)} ${inText(name)}</li>`)}
  </ul>`
}
