import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { area as areaShape, line as lineShape } from 'd3-shape'
import { html, type SafeHtml } from '../tree/template.ts'
import { short } from '../graphs/paper.ts'
import { line, point } from './marks.ts'
import { type Area, axisNames, foot, HEIGHT, measure, namesBeneath, WIDTH, widthOfNumbers } from './paper.ts'
import type { ReadChart } from './read.ts'
import { extentOf, stacked } from './stacks.ts'

/** More points on a line hide it. */
const MOST_MARKED = 40

type Span = readonly [from: number, to: number] | null
type Scale = ScaleLinear<number, number>

const paper = (ticks: readonly number[]): Area => ({
  left: widthOfNumbers(ticks) + 14,
  right: WIDTH - 18,
  top: 30,
  bottom: HEIGHT - 56,
})

/** Lines from row to row, or the areas beneath them. */
export function drawLines({ form, series, labels, isStacked, xName, yName }: ReadChart): SafeHtml {
  const spans: Span[][] = isStacked
    ? stacked(series)
    : series.map(({ values }) => values.map((value) => (value === null ? null : [0, value])))
  const values = spans.flat().flatMap((span) => span ?? [])
  // What is beneath a line is read as a whole: it begins at 0.
  const seen = form === 'area' ? values : series.flatMap((each) => each.values.filter((value) => value !== null))
  const y = scaleLinear().domain(extentOf(seen)).nice(6)
  const ticks = y.ticks(6)
  const area = paper(ticks)
  y.range([area.bottom, area.top])
  const step = (area.right - area.left) / Math.max(1, labels.length)
  const xOf = (at: number): number => area.left + step * (at + 0.5)
  return html`${measure(y, ticks, area, false)}${form === 'area' && spans.map((each, at) => filled(each, at, xOf, y))}
  ${spans.map((each, at) => html`${line(at, lineOf(each, xOf, y))}${form === 'line' && labels.length <= MOST_MARKED && each.map((span, row) => span && point(at, xOf(row), y(span[1])))}`)}
  ${foot(area.bottom, area, false)}${namesBeneath(labels, xOf, step, area.bottom)}${axisNames(area, xName, yName)}`
}

const lineOf = (spans: readonly Span[], xOf: (at: number) => number, y: Scale): string =>
  lineShape<Span>()
    .defined((span) => span !== null)
    .x((_, at) => short(xOf(at)))
    .y((span) => short(y(span![1])))([...spans]) ?? ''

function filled(spans: readonly Span[], at: number, xOf: (at: number) => number, y: Scale): SafeHtml {
  const d = areaShape<Span>()
    .defined((span) => span !== null)
    .x((_, row) => short(xOf(row)))
    .y0((span) => short(y(span![0])))
    .y1((span) => short(y(span![1])))([...spans])
  return html`<path class="chart-fill-${at + 1}" fill="currentColor" fill-opacity="0.22" d="${d ?? ''}"></path>`
}

/** Points between two axes of numbers. */
export function drawPoints({ xs, series, xName, yName }: ReadChart): SafeHtml {
  const used = series.flatMap(({ values }) =>
    values.flatMap((value, row) => (value === null || xs[row] === null ? [] : [[xs[row]!, value] as const])),
  )
  const y = scaleLinear()
    .domain(extentOf(used.map(([, value]) => value)))
    .nice(6)
  const x = scaleLinear()
    .domain(extentOf(used.map(([value]) => value)))
    .nice(8)
  const area = paper(y.ticks(6))
  y.range([area.bottom, area.top])
  x.range([area.left, area.right])
  return html`${measure(y, y.ticks(6), area, false)}${measure(x, x.ticks(8), area, true)}
  ${series.map(({ values }, at) => values.map((value, row) => value !== null && xs[row] !== null && point(at, x(xs[row]!), y(value))))}
  ${foot(area.bottom, area, false)}${axisNames({ ...area, bottom: area.bottom - 10 }, xName, yName)}`
}
