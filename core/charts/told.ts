import type { MessageName } from '../words/languages.ts'
import type { Said } from '../words/numbers.ts'
import { partsOf, percentOf } from './pie.ts'
import type { ReadChart, Series } from './read.ts'

/** A sentence of a text alternative: a message, with what stands in it. */
interface Sentence {
  readonly name: Extract<MessageName, `chart.${string}`>
  readonly values: Readonly<Record<string, Said>>
}

const CALLED: Readonly<Record<ReadChart['form'], Sentence['name']>> = {
  bar: 'chart.bar',
  line: 'chart.line',
  area: 'chart.area',
  pie: 'chart.pie',
  scatter: 'chart.scatter',
}

/** What whoever can't see a chart is told of it; all of its numbers are in the table beneath. */
export function toldOf(chart: ReadChart): Sentence[] {
  const { form, series, labels, xName } = chart
  const names = series
    .map(({ name }) => name)
    .filter(Boolean)
    .join('; ')
  const head: Sentence[] = [{ name: CALLED[form], values: {} }]
  if (names !== '')
    head.push(
      xName === ''
        ? { name: 'chart.shows', values: { names } }
        : { name: 'chart.showsBy', values: { names, by: xName } },
    )
  if (form === 'pie')
    return [
      ...head,
      ...partsOf(chart).map(({ name, share }): Sentence => ({
        name: 'chart.part',
        values: { name, percent: percentOf(share) },
      })),
    ]
  return [...head, ...series.flatMap((each) => rangeOf(each, labels, form === 'scatter'))]
}

/** The lowest and the highest value of a column, with the rows they stand in. */
function rangeOf({ name, values }: Series, labels: readonly string[], isOfPoints: boolean): Sentence[] {
  let [least, most] = [-1, -1]
  for (const [row, value] of values.entries()) {
    if (value === null) continue
    if (least < 0 || value < values[least]!) least = row
    if (most < 0 || value > values[most]!) most = row
  }
  if (least < 0) return []
  const [low, high] = [values[least]!, values[most]!]
  const count = values.filter((value) => value !== null).length
  if (isOfPoints) return [{ name: 'chart.points', values: { name, count, low, high } }]
  // A row without a name is told by its number.
  const at = (row: number): string => labels[row] || String(row + 1)
  const range = { low, high, lowAt: at(least), highAt: at(most) }
  return [
    name === '' ? { name: 'chart.rangeAlone', values: range } : { name: 'chart.range', values: { name, ...range } },
  ]
}
