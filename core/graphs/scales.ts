import { scaleLinear } from 'd3-scale'
import type { Features } from './features.ts'
import type { ReadGraph } from './read.ts'
import type { Range } from './settings.ts'
import type { Trace } from './trace.ts'

/** So many lines of the grid are about right on each axis. */
const TICKS = { x: 10, y: 7 }

export const ticksOf = (range: Range, axis: 'x' | 'y'): number[] => scaleLinear().domain(range).ticks(TICKS[axis])

/** As much of the y axis as the functions need: without the far ends of what grows without end. */
export function heightsOf(
  { points }: Pick<ReadGraph, 'points'>,
  traces: readonly Trace[],
  features: readonly Features[],
): Range {
  const needed = traces.flatMap((each, at) => heightsOfOne(each, features[at]!))
  for (const { y } of points) needed.push(y)
  if (needed.length === 0) return [-1, 1]
  let [least, most] = [Math.min(...needed), Math.max(...needed)]
  const size = most - least
  if (size <= 1e-12 * Math.max(1, Math.abs(most))) [least, most] = [least - 1, most + 1]
  else [least, most] = [least - 0.06 * size, most + 0.06 * size]
  // Nothing is below 0 that is not: a root begins on its axis.
  if (Math.min(...needed) >= 0 && least < 0) least = 0
  if (Math.max(...needed) <= 0 && most > 0) most = 0
  // The axis itself is in sight where it is near.
  if (least > 0 && least < 0.5 * most) least = 0
  if (most < 0 && most > 0.5 * least) most = 0
  const [from = least, to = most] = scaleLinear().domain([least, most]).nice(TICKS.y).domain()
  return [from, to]
}

/** The lowest and the highest that is to be seen of a function. */
function heightsOfOne({ ys, poles }: Trace, { highs, lows, isRestless }: Features): number[] {
  const values = ys.filter((y) => !Number.isNaN(y)).sort()
  if (values.length === 0) return []
  const at = (part: number): number => values[Math.round(part * (values.length - 1))]!
  if (poles.length === 0 && !isRestless) return [at(0), at(1)]
  // Of the middle of its values somewhat more, and its turns.
  const [low, high] = [at(0.12), at(0.88)]
  const more = 0.5 * (high - low)
  const turns = [...highs, ...lows]
    .map(([, y]) => y)
    .filter((y) => Math.abs(y) < 4 * Math.max(Math.abs(low), Math.abs(high)))
  return [Math.max(at(0), low - more), Math.min(at(1), high + more), ...turns]
}
