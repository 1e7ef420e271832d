import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { html, inText, type SafeHtml } from '../tree/template.ts'
import type { OnPaper } from './curve.ts'
import type { Place } from './features.ts'
import type { ReadGraph } from './read.ts'
import type { GraphSettings, Range } from './settings.ts'
import type { Trace } from './trace.ts'

/** The paper that a graph is drawn on, in units of the drawing. */
export const WIDTH = 480
export const HEIGHT = 320

/** A graph that is being drawn, and where its places are on paper. */
export interface Paper {
  readonly settings: GraphSettings
  readonly read: ReadGraph
  readonly y: Range
  readonly traces: readonly Trace[]
  readonly onPaper: OnPaper
  /** Where the axes stand: through 0 where that is in sight, else at the edge that is nearer to it. */
  readonly origin: Place
  /** Numbers stand beneath the x axis, and the axis at the foot of the paper. */
  readonly isAtFoot: boolean
}

const nearestTo0 = ([from, to]: Range): number => Math.min(Math.max(0, from), to)
const partOf = (value: number, [from, to]: Range): number => (value - from) / (to - from)

/** Lays a graph on paper. Where an axis stands at an edge there is room for its numbers beside it. */
export function laidOut(settings: GraphSettings, read: ReadGraph, y: Range, traces: readonly Trace[]): Paper {
  const origin: Place = [nearestTo0(read.x), nearestTo0(y)]
  const isAtFoot = partOf(origin[1], y) < 0.08
  const left = partOf(origin[0], read.x) < 0.12 ? 52 : 16
  const onX = scaleLinear(read.x, [left, WIDTH - 16])
  const onY = scaleLinear(y, [HEIGHT - (isAtFoot ? 38 : 12), 28])
  return { settings, read, y, traces, origin, isAtFoot, onPaper: ([px, py]) => [onX(px), onY(py)] }
}

/** Two digits behind the point: a hundredth of a unit can't be seen. */
export const short = (value: number): number => Math.round(value * 100) / 100

export const pathOf = line<Place>()
  .x(([x]) => short(x))
  .y(([, y]) => short(y))

export const straight = ([x1, y1]: Place, [x2, y2]: Place): string =>
  `M${short(x1)},${short(y1)}L${short(x2)},${short(y2)}`

export const isWithin = (value: number, [from, to]: Range): boolean => value >= from && value <= to

export type Anchor = 'start' | 'middle' | 'end'

/** Words in the drawing; a slot among them stays one. */
export function label([x, y]: Place, anchor: Anchor, words: string, kind = 'graph-number'): SafeHtml {
  return html`<text class="${kind}" x="${short(x)}" y="${short(y)}" text-anchor="${anchor}" fill="currentColor">${inText(words)}</text>`
}
