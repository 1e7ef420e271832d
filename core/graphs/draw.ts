import { html, type SafeHtml } from '../tree/template.ts'
import { axes, grid } from './axes.ts'
import { curvesOf } from './curve.ts'
import { type Features, featuresOf } from './features.ts'
import { area, asymptotes, point } from './marks.ts'
import { HEIGHT, laidOut, type Paper, pathOf, WIDTH } from './paper.ts'
import { type GraphFunction, readGraph, type ReadGraph } from './read.ts'
import { heightsOf } from './scales.ts'
import type { GraphSettings, Range } from './settings.ts'
import { type Trace, trace } from './trace.ts'

/** How the lines of functions differ, but for their colours: dashes and gaps. */
const DASHES = ['', '9 5', '2 4', '12 4 2 4', '18 5', '6 3 2 3 2 3'] as const

/** A graph that was drawn, with what was found on the way. */
export interface Drawn {
  readonly read: ReadGraph
  readonly traces: readonly Trace[]
  readonly features: readonly Features[]
  readonly y: Range
  /** What stands in the `svg`; numbers are slots. */
  readonly inside: SafeHtml
}

/** Draws a graph as what stands in an SVG of `WIDTH` by `HEIGHT`. */
export function drawGraph(settings: GraphSettings): Drawn {
  const read = readGraph(settings)
  const traces = read.functions.map(({ valueOf }) => trace(valueOf, read.x))
  const features = read.functions.map((each, at) => featuresOf(each, read.x, traces[at]!))
  const y = read.y ?? heightsOf(read, traces, features)
  const paper = laidOut(settings, read, y, traces)
  return {
    read,
    traces,
    features,
    y,
    inside: html`${settings.hasGrid && grid(paper)}${read.areas.map((each) => area(each, paper))}${axes(paper)}
    ${features.map((each) => asymptotes(each, paper))}${read.functions.map((each, at) => curve(each, at, paper))}
    ${read.points.map((each) => point(each, paper))}`,
  }
}

function curve({ valueOf }: GraphFunction, at: number, { traces, y, onPaper }: Paper): SafeHtml {
  const lines = curvesOf(valueOf, traces[at]!, y, onPaper)
  if (lines.length === 0) return html``
  const d = lines.map((each) => pathOf(each)).join('')
  return html`<path class="graph-line graph-line-${at + 1}" fill="none" stroke="currentColor" stroke-width="2.25" stroke-linejoin="round"${dash(at)} d="${d}"></path>`
}

/** How the line of the function or column `at` is broken. */
export const dash = (at: number): SafeHtml => (DASHES[at] ? html` stroke-dasharray="${DASHES[at]}"` : html``)

/** The line of a function by itself. */
export const lineSample = (at: number): SafeHtml =>
  html`<svg class="graph-sample" viewBox="0 0 40 10" aria-hidden="true"><path class="graph-line graph-line-${at + 1}" fill="none" stroke="currentColor" stroke-width="2.5"${dash(at)} d="M1,5L39,5"></path></svg>`

/** The whole drawing; `told` is its text alternative. */
export function svgOf({ inside }: Pick<Drawn, 'inside'>, told: string): SafeHtml {
  return html`<svg viewBox="0 0 ${WIDTH} ${HEIGHT}" role="img" direction="ltr" aria-label="${told}">${inside}</svg>`
}
