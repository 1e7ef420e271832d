import type { GraphFunction } from './read.ts'
import type { Range } from './settings.ts'
import { roundTo, type Trace } from './trace.ts'

export type Place = readonly [x: number, y: number]

/** A line that a function comes ever closer to: y = slope · x + height. */
export interface Asymptote {
  readonly slope: number
  readonly height: number
}

/** What one sees of a function in its graph. */
export interface Features {
  readonly zeros: readonly number[]
  readonly highs: readonly Place[]
  readonly lows: readonly Place[]
  readonly poles: readonly number[]
  readonly jumps: readonly number[]
  /** Where it has no value, in the range that is shown. */
  readonly gaps: readonly Range[]
  /** On the way to the left without end, and to the right; one alone where they are the same line. */
  readonly asymptotes: { readonly left: Asymptote | null; readonly right: Asymptote | null }
  /** How it runs where it does not turn. */
  readonly course: 'rises' | 'falls' | 'level' | 'varies' | 'nothing'
  /** It turns or breaks too often for any of this to be told. */
  readonly isRestless: boolean
}

/** More turns than these are not told one by one. */
const MOST_TURNS = 40

type OfX = (x: number) => number

/** Finds what one sees of a function: zeros, turns, breaks, and what it comes close to. */
export function featuresOf({ valueOf }: Pick<GraphFunction, 'valueOf'>, range: Range, traced: Trace): Features {
  const { ys, poles, jumps } = traced
  const tolerance = (range[1] - range[0]) * 1e-7
  const turns = traced.isRestless ? [] : turnsOf(valueOf, traced, tolerance)
  const isRestless = traced.isRestless || turns.length > MOST_TURNS
  const told = isRestless ? [] : turns
  return {
    zeros: isRestless ? [] : zerosOf(valueOf, traced, turns, tolerance),
    highs: told.flatMap(({ isHigh, place }) => (isHigh ? [place] : [])),
    lows: told.flatMap(({ isHigh, place }) => (isHigh ? [] : [place])),
    poles,
    jumps,
    gaps: gapsOf(traced),
    asymptotes: asymptotesOf(valueOf, range),
    course: turns.length > 0 ? 'varies' : courseOf(ys, poles.length + jumps.length),
    isRestless,
  }
}

/** A function with how it runs. */
export interface Followed {
  readonly valueOf: OfX
  readonly traced: Trace
}

/** Where two functions meet that were followed over the same range. */
export function crossingsOf(one: Followed, other: Followed): Place[] {
  const difference: OfX = (x) => one.valueOf(x) - other.valueOf(x)
  const { xs } = one.traced
  const between: Trace = {
    xs,
    ys: one.traced.ys.map((y, at) => y - other.traced.ys[at]!),
    stretches: [],
    poles: [...one.traced.poles, ...other.traced.poles],
    jumps: [...one.traced.jumps, ...other.traced.jumps],
    isRestless: false,
  }
  const tolerance = (xs.at(-1)! - xs[0]!) * 1e-7
  return zerosOf(difference, between, turnsOf(difference, between, tolerance), tolerance).map((x) => [
    x,
    roundTo(one.valueOf(x), tolerance),
  ])
}

interface Turn {
  readonly isHigh: boolean
  /** It turns where it touches zero. */
  readonly isZero: boolean
  readonly place: Place
}

/** The most that values differ from 0. */
function heightOf(ys: Float64Array): number {
  let height = 0
  for (const y of ys) if (Math.abs(y) > height) height = Math.abs(y)
  return height
}

/**
 * How much of a value at a place is owed to the way it was computed: what differs between places that are as good as
 * the same. It is asked for each place anew, since a function may be millions at the edge of what is shown, and turn
 * within a millionth in the middle of it.
 */
function noiseAt(valueOf: OfX, x: number, step: number): number {
  const here = valueOf(x)
  const beside = Math.max(Math.abs(x), step) * 2 ** -50
  let noise = 0
  for (let at = -4; at <= 4; at++) {
    const differs = Math.abs(valueOf(x + at * beside) - here)
    if (differs > noise) noise = differs
  }
  return noise
}

/** A value counts as nothing where it is not more than this part of the greatest, or than eight times its noise. */
const NOTHING = 1e-15

/** Tells whether a value is nothing but noise; asked only where it may be. */
const noneTest =
  (valueOf: OfX, height: number, step: number) =>
  (y: number, x: number): boolean =>
    Math.abs(y) <= NOTHING * height || (Math.abs(y) <= 1e-6 * height && Math.abs(y) <= 8 * noiseAt(valueOf, x, step))

function turnsOf(valueOf: OfX, { xs, ys, poles, jumps }: Trace, tolerance: number): Turn[] {
  const height = heightOf(ys)
  const step = (xs.at(-1)! - xs[0]!) / (xs.length - 1)
  const isNone = noneTest(valueOf, height, step)
  const found: Turn[] = []
  const breaks = [...poles, ...jumps]
  const isBroken = (from: number, to: number): boolean => breaks.some((at) => at >= from && at <= to)
  for (let at = 1; at < xs.length - 1 && found.length <= MOST_TURNS; at++) {
    // The top may lie between two tries that are alike.
    const next = ys[at + 1] === ys[at] ? at + 2 : at + 1
    const [left, here, right] = [ys[at - 1]!, ys[at]!, ys[next] ?? NaN]
    const sign = here > left && here > right ? 1 : here < left && here < right ? -1 : 0
    const size = Math.max(Math.abs(left), Math.abs(here), Math.abs(right))
    const rise = Math.min(Math.abs(here - left), Math.abs(here - right))
    if (sign === 0 || rise <= 1e-13 * size || isNone(rise, xs[at]!) || isBroken(xs[at - 1]!, xs[next]!)) continue
    // Where it is flat for a while, one place is as good as another: one that is a round number, as those tried are.
    const isFlat = isNone(here, xs[at]!)
    const top = isFlat ? xs[at]! : topBetween((each) => sign * valueOf(each), xs[at - 1]!, xs[next]!)
    const y = valueOf(top)
    const isZero = Math.abs(y) <= 1e-10 * rise || isNone(y, top)
    const rounded = isZero ? 0 : roundTo(y, 1e-9 * Math.max(1e-300, size))
    found.push({ isHigh: sign > 0, isZero, place: [roundTo(top, tolerance), rounded] })
  }
  return found
}

/** Where a function with one top is highest, by golden section (Kiefer 1953; from memory). */
function topBetween(valueOf: OfX, from: number, to: number): number {
  const part = (Math.sqrt(5) - 1) / 2
  let [a, b] = [from, to]
  let [left, right] = [b - part * (b - a), a + part * (b - a)]
  let [low, high] = [valueOf(left), valueOf(right)]
  for (let round = 0; round < 60; round++) {
    if (low > high) {
      ;[b, right, high] = [right, left, low]
      left = b - part * (b - a)
      low = valueOf(left)
    } else {
      ;[a, left, low] = [left, right, high]
      right = a + part * (b - a)
      high = valueOf(right)
    }
  }
  // Values beside a top are alike in half of their digits: the middle of what is alike is the top.
  return (a + b) / 2
}

function zerosOf(valueOf: OfX, { xs, ys, poles, jumps }: Trace, turns: readonly Turn[], tolerance: number): number[] {
  const step = (xs.at(-1)! - xs[0]!) / (xs.length - 1)
  const isNone = noneTest(valueOf, heightOf(ys), step)
  const isNoneAt = (at: number): boolean => at >= 0 && at < xs.length && isNone(ys[at]!, xs[at]!)
  const breaks = [...poles, ...jumps]
  const found: number[] = []
  const isBroken = (from: number, to: number): boolean => breaks.some((at) => at > from && at <= to)
  for (let at = 0; at < xs.length; at++) {
    if (isNoneAt(at)) {
      // Where it is zero for a while there is no place to tell.
      if (!isNoneAt(at - 1) && !isNoneAt(at + 1)) found.push(xs[at]!)
      continue
    }
    const next = ys[at + 1] ?? NaN
    if (Number.isNaN(ys[at]! + next) || ys[at]! < 0 === next < 0) continue
    if (isNoneAt(at + 1) || isBroken(xs[at]!, xs[at + 1]!)) continue
    found.push(zeroBetween(valueOf, xs[at]!, xs[at + 1]!))
  }
  const crossed = [...found]
  for (const { isZero, place } of turns)
    if (isZero && !crossed.some((x) => Math.abs(x - place[0]) <= step)) found.push(place[0])
  const rounded = found.map((x) => roundTo(x, tolerance)).sort((a, b) => a - b)
  return rounded.filter((x, at) => at === 0 || x - rounded[at - 1]! > 10 * tolerance)
}

/** Where a function goes through zero between two places on either side of it, by halving. */
function zeroBetween(valueOf: OfX, from: number, to: number): number {
  let [a, b] = [from, to]
  const isBelow = valueOf(a) < 0
  for (let round = 0; round < 46; round++) {
    const middle = (a + b) / 2
    if (valueOf(middle) < 0 === isBelow) a = middle
    else b = middle
  }
  return (a + b) / 2
}

function courseOf(ys: Float64Array, breaks: number): Features['course'] {
  const values = ys.filter((y) => !Number.isNaN(y))
  if (values.length === 0) return 'nothing'
  const least = 1e-10 * heightOf(ys)
  const differences = values.slice(1).map((y, at) => y - values[at]!)
  if (differences.every((each) => Math.abs(each) <= least)) return 'level'
  if (breaks > 0) return 'varies'
  if (differences.every((each) => each >= -least)) return 'rises'
  return differences.every((each) => each <= least) ? 'falls' : 'varies'
}

/** The stretches of the range in which it has no value. */
function gapsOf({ xs, stretches, poles, jumps }: Trace): Range[] {
  const [from, to] = [xs[0]!, xs.at(-1)!]
  const step = (to - from) / (xs.length - 1)
  const edges = [from, ...stretches.flatMap((each) => [each.from, each.to]), to]
  const found: Range[] = []
  for (let at = 0; at < edges.length; at += 2) {
    const [start, end] = [edges[at]!, edges[at + 1]!]
    const isBreak = [...poles, ...jumps].some((place) => place >= start - step && place <= end + step)
    if (end - start > (isBreak ? 2 * step : step * 1e-3))
      found.push([roundTo(start, step * 1e-4), roundTo(end, step * 1e-4)])
  }
  return found
}

/** Far away, at places that no period falls together with. */
const FAR = [1234.567, 23456.789, 345678.91, 4567891.23]

function asymptotesOf(valueOf: OfX, [from, to]: Range): Features['asymptotes'] {
  const size = Math.max(1, Math.abs(from), Math.abs(to))
  const towards = (side: 1 | -1): Asymptote | null => {
    const places = FAR.map((far) => side * far * size)
    const found = lineThrough(places.map((x): Place => [x, valueOf(x)]))
    // A line, or what is one from there on, comes close to nothing: it is itself.
    const isItself =
      found &&
      [0.02, 0.1, 0.18, 0.25].every((part) => {
        const x = side < 0 ? from + part * (to - from) : to - part * (to - from)
        return isClose(valueOf(x), found.slope * x + found.height, 1e-8)
      })
    return found && !isItself ? { slope: roundTo(found.slope, 1e-5), height: roundTo(found.height, 1e-4) } : null
  }
  return { left: towards(-1), right: towards(1) }
}

const isClose = (a: number, b: number, part: number): boolean => Math.abs(a - b) <= part * Math.max(1, Math.abs(a))

/** The line on which places lie ever more exactly; null where they do not. */
function lineThrough(places: readonly Place[]): Asymptote | null {
  if (places.some(([, y]) => Number.isNaN(y))) return null
  const [, [x2, y2], [x3, y3], [x4, y4]] = places as unknown as readonly [Place, Place, Place, Place]
  const [slope, before] = [(y4 - y3) / (x4 - x3), (y3 - y2) / (x3 - x2)]
  if (Math.abs(slope - before) > 1e-3 * Math.abs(slope) + 1e-7) return null
  const isLevel = Math.abs(slope) < 1e-6
  const steep = isLevel ? 0 : slope
  const [early, late, last] = [y2 - steep * x2, y3 - steep * x3, y4 - steep * x4]
  // Ever closer: each step is much smaller than the one before, or nothing.
  const [first, then] = [Math.abs(late - early), Math.abs(last - late)]
  const noise = 1e-7 * Math.max(1, Math.abs(steep * x4) * 1e-5)
  if (first > 2e-2 || then > 1e-3 || (then > noise && then > first / 2)) return null
  return { slope: steep, height: last }
}
