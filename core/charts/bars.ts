import { scaleBand, scaleLinear } from 'd3-scale'
import { label } from '../graphs/paper.ts'
import { number } from '../html/slots.ts'
import { html, type SafeHtml } from '../tree/template.ts'
import { bar } from './marks.ts'
import {
  type Area,
  axisNames,
  CHARACTER,
  foot,
  HEIGHT,
  measure,
  nameBeside,
  namesBeneath,
  WIDTH,
  widthOfNumbers,
} from './paper.ts'
import type { ReadChart } from './read.ts'
import { extentOf, stacked } from './stacks.ts'

/** So many bars have their number beside them. */
const MOST_NUMBERED = 14
/** How high a bar that lies is, with its share of the space around it. */
const LYING = 26

/** A bar from one value to another. */
interface Bar {
  readonly row: number
  readonly series: number
  readonly from: number
  readonly to: number
}

function barsOf({ series, isStacked }: ReadChart): Bar[] {
  if (isStacked)
    return stacked(series).flatMap((each, at) =>
      each.flatMap((span, row) => (span ? [{ row, series: at, from: span[0], to: span[1] }] : [])),
    )
  return series.flatMap(({ values }, at) =>
    values.flatMap((to, row) => (to === null ? [] : [{ row, series: at, from: 0, to }])),
  )
}

/** Bars that stand, or lie with their names before them. */
export function drawBars(chart: ReadChart): { inside: SafeHtml; height: number } {
  const { labels, series, isAcross, isStacked, xName, yName } = chart
  const bars = barsOf(chart)
  const [least, most] = extentOf([0, ...bars.flatMap(({ from, to }) => [from, to])])
  const perRow = isStacked ? 1 : Math.max(1, series.length)
  const isNumbered = bars.length <= MOST_NUMBERED && !isStacked
  // What hangs has its number beneath it, where the names stand.
  const scale = scaleLinear()
    .domain([least < 0 && isNumbered ? least - 0.1 * (most - least) : least, most])
    .nice(6)
  const ticks = scale.ticks(6)
  const beside = Math.max(...labels.map((each) => [...each].length), 1) * CHARACTER + 18
  const height = isAcross ? Math.max(120, labels.length * Math.max(LYING, perRow * 14 + 8) + 64) : HEIGHT
  const area: Area = isAcross
    ? { left: Math.min(170, beside), right: WIDTH - 30, top: 24, bottom: height - 42 }
    : { left: widthOfNumbers(ticks) + 14, right: WIDTH - 8, top: 30, bottom: height - 56 }
  scale.range(isAcross ? [area.left, area.right] : [area.bottom, area.top])
  const rows = scaleBand<number>()
    .domain(labels.map((_, at) => at))
    .range(isAcross ? [area.top, area.bottom] : [area.left, area.right])
    .paddingInner(0.28)
    .paddingOuter(0.16)
  const thickness = rows.bandwidth() / perRow
  // A little less, so that neighbours are told apart: of bars that are thinner than a line, a part.
  const drawnThickness = thickness - Math.min(1, thickness / 4)
  const drawn = bars.map((each) => {
    const across = rows(each.row)! + (isStacked ? 0 : each.series * thickness)
    const [from, to] = [scale(each.from), scale(each.to)]
    const [low, size] = [Math.min(from, to), Math.max(Math.abs(to - from), 0.5)]
    const shape = isAcross
      ? bar(each.series, low, across, size, drawnThickness)
      : bar(each.series, across, low, drawnThickness, size)
    const isBelow = each.to < 0
    return html`${shape}${isNumbered && (isAcross ? label([to + (isBelow ? -5 : 5), across + thickness / 2 + 4], isBelow ? 'end' : 'start', number(each.to)) : label([across + thickness / 2, isBelow ? to + 13 : to - 5], 'middle', number(each.to)))}`
  })
  const middle = (at: number): number => rows(at)! + rows.bandwidth() / 2
  const names = isAcross
    ? html`${labels.map((each, at) => nameBeside(each, area.left - 7, middle(at) + 4, area.left - 10))}`
    : namesBeneath(labels, middle, rows.step(), area.bottom)
  return {
    inside: html`${measure(scale, ticks, area, isAcross)}${drawn}${foot(scale(0), area, isAcross)}${names}
    ${isAcross ? axisNames({ ...area, bottom: area.bottom - 8 }, yName, xName) : axisNames(area, xName, yName)}`,
    height,
  }
}
