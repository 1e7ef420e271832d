import { arc, pie, type PieArcDatum } from 'd3-shape'
import { label, short } from '../graphs/paper.ts'
import { number, word } from '../html/slots.ts'
import { html, inText, type SafeHtml } from '../tree/template.ts'
import { HEIGHT, WIDTH } from './paper.ts'
import type { ReadChart } from './read.ts'

/** A part of the whole, by the row it stands in. */
export interface Part {
  readonly name: string
  /** From 0 to 1. */
  readonly share: number
}

/** The parts that a pie has, in the order of the table. */
export function partsOf({ labels, series }: ReadChart): Part[] {
  const values = series[0]?.values ?? []
  const whole = values.reduce<number>((sum, value) => sum + (value ?? 0), 0)
  return values.flatMap((value, row) => (value === null ? [] : [{ name: labels[row] ?? '', share: value / whole }]))
}

/** A share in percent, to a tenth. */
export const percentOf = (share: number): number => Math.round(share * 1000) / 10

const RADIUS = 128

/** The parts of a whole, from the top on; each has the number of its line in the list beneath. */
export function drawPie(chart: ReadChart): SafeHtml {
  const parts = partsOf(chart)
  const slices = pie<Part>()
    .sort(null)
    .value(({ share }) => share)(parts)
  const shape = arc<PieArcDatum<Part>>().innerRadius(0).outerRadius(RADIUS).digits(2)
  const place = (slice: PieArcDatum<Part>): readonly [number, number] => {
    // A narrow part has its number beside it.
    const middle = (slice.startAngle + slice.endAngle) / 2
    const away = slice.data.share < 0.05 ? RADIUS + 13 : RADIUS * 0.68
    return [Math.sin(middle) * away, -Math.cos(middle) * away + 5]
  }
  return html`<g transform="translate(${WIDTH / 2},${HEIGHT / 2})">${slices.map(
    (slice, at) =>
      html`<path class="chart-part chart-fill-${(at % 6) + 1}" fill="currentColor" fill-opacity="${at < 6 ? 0.34 : 0.16}" stroke="currentColor" stroke-width="1.5" d="${shape(slice) ?? ''}"></path>`,
  )}${slices.map((slice, at) => label(rounded(place(slice)), 'middle', number(at + 1), 'graph-words'))}</g>`
}

const rounded = ([x, y]: readonly [number, number]): [number, number] => [short(x), short(y)]

/** What the numbers in a pie stand for, with how much of the whole each part is. */
export const partsList = (chart: ReadChart): SafeHtml =>
  html`<ol class="chart-parts">
    ${partsOf(chart).map(({ name, share }) => html`<li>${inText(name)} <b>${word('chart.percent', { percent: percentOf(share) })}</b></li>`)}
  </ol>`
