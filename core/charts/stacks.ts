import type { Series } from './read.ts'

/** What each value of each column reaches from and to when those of a row stand on each other; those below 0 hang. */
export function stacked(series: readonly Series[]): (readonly [from: number, to: number] | null)[][] {
  const rows = Math.max(0, ...series.map(({ values }) => values.length))
  const above = Array.from({ length: rows }, () => 0)
  const below = Array.from({ length: rows }, () => 0)
  return series.map(({ values }) =>
    values.map((value, row) => {
      if (value === null) return null
      const sums = value < 0 ? below : above
      const from = sums[row]!
      sums[row] = from + value
      return [from, from + value] as const
    }),
  )
}

/** The least and the most of some values; never the same, so that there is something to measure along. */
export function extentOf(values: readonly number[]): [least: number, most: number] {
  const [least, most] = [Math.min(...values), Math.max(...values)]
  if (values.length === 0 || !Number.isFinite(least)) return [0, 1]
  return least === most ? [Math.min(0, least), least > 0 ? most : most + 1] : [least, most]
}
