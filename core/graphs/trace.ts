import type { Range } from './settings.ts'

/*
 * How a function runs over a range, found by trying: nothing is known of it but its values. What happens between two
 * neighbouring tries and is undone there stays unseen.
 */

/** A stretch in which a function has values and does not break. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

export interface Trace {
  /** Tries at equal distances; NaN where there is no value. */
  readonly xs: Float64Array
  readonly ys: Float64Array
  readonly stretches: readonly Stretch[]
  /** Where it grows without end. */
  readonly poles: readonly number[]
  /** Where it breaks off and goes on elsewhere. */
  readonly jumps: readonly number[]
  /** It turns or breaks more often than can be followed. */
  readonly isRestless: boolean
}

type OfX = (x: number) => number

/** So many tries; a drawing is about as many pixels wide. */
const STEPS = 400
/** Halvings until two numbers are neighbours, or nearly. */
const HALVINGS = 46
/** More breaks than these are followed no further; nor are more places looked at in which one may be. */
const MOST_BREAKS = 40
const MOST_LOOKS = 80

/** Follows a function from one end of a range to the other. */
export function trace(valueOf: OfX, [from, to]: Range): Trace {
  const xs = new Float64Array(STEPS + 1)
  const ys = new Float64Array(STEPS + 1)
  for (let at = 0; at <= STEPS; at++) {
    // A round number where one is meant: 0.30000000000000004 is no zero of a function that has one at 0.3.
    xs[at] = at === STEPS ? to : roundTo(from + ((to - from) * at) / STEPS, (to - from) * 1e-12)
    ys[at] = valueOf(xs[at]!)
  }
  const { found, isRestless } = breaksIn(valueOf, xs, ys)
  return {
    xs,
    ys,
    stretches: stretchesOf(valueOf, xs, ys, found),
    poles: found.flatMap(({ at, isPole }) => (isPole ? [at] : [])),
    jumps: found.flatMap(({ at, isPole }) => (isPole ? [] : [at])),
    isRestless,
  }
}

/** A number as a multiple of a small step: 0 instead of 1e-17, 0.3 instead of 0.30000000000000004. */
export function roundTo(value: number, step: number): number {
  const digits = Math.min(100, Math.max(0, Math.ceil(-Math.log10(step))))
  return Number(value.toFixed(digits)) + 0
}

interface Break {
  readonly at: number
  readonly isPole: boolean
}

function breaksIn(valueOf: OfX, xs: Float64Array, ys: Float64Array): { found: Break[]; isRestless: boolean } {
  const seen = seenOf(ys)
  const found: Break[] = []
  let looks = 0
  for (let at = 1; at < xs.length && found.length <= MOST_BREAKS; at++) {
    const [a, b, before, after] = [xs[at - 1]!, xs[at]!, ys[at - 1]!, ys[at]!]
    if (Number.isNaN(before) || Number.isNaN(after)) {
      const edge = edgePole(valueOf, xs, ys, at)
      if (edge !== null && found.at(-1)?.at !== edge) found.push({ at: edge, isPole: true })
      continue
    }
    const mayBreak = before < 0 !== after < 0 || isSteep(ys, at, seen)
    const mayStandOut = isPeak(ys, at)
    if (!mayBreak && !mayStandOut) continue
    if (++looks > MOST_LOOKS) break
    const one = (mayStandOut ? peakBetween(valueOf, a, b) : null) ?? (mayBreak ? breakBetween(valueOf, a, b) : null)
    if (one && found.at(-1)?.at !== one.at) found.push(one)
  }
  return { found: found.slice(0, MOST_BREAKS), isRestless: found.length > MOST_BREAKS || looks > MOST_LOOKS }
}

/** A difference that can be seen on paper: a fiftieth of what most values lie within. */
function seenOf(ys: Float64Array): number {
  const values = ys.filter((y) => !Number.isNaN(y)).sort()
  const at = (part: number): number => values[Math.floor(values.length * part)] ?? 0
  return 0.02 * (at(0.9) - at(0.1))
}

/** Two neighbours that differ more than those before and after them do: there may be a jump between. */
function isSteep(ys: Float64Array, at: number, seen: number): boolean {
  const differenceAt = (index: number): number => Math.abs(ys[index]! - ys[index - 1]!)
  const own = differenceAt(at)
  if (own <= seen) return false
  // Where a neighbour has none, NaN is not larger.
  return !(own <= 2.5 * differenceAt(at - 1)) && !(own <= 2.5 * differenceAt(at + 1))
}

/** Two neighbours that stand out from both sides: what is between them may stand out without end. */
function isPeak(ys: Float64Array, at: number): boolean {
  const [left, a, b, right] = [ys[at - 2], ys[at - 1]!, ys[at]!, ys[at + 1]]
  if (left === undefined || right === undefined) return false
  const isUp = a > left && b > right
  const isDown = a < left && b < right
  return (isUp || isDown) && Math.abs(a) > 4 * Math.min(Math.abs(left), Math.abs(right))
}

/** Halves towards where a function changes most; one that is continuous changes less and less. */
function breakBetween(valueOf: OfX, from: number, to: number): Break | null {
  let [a, b] = [from, to]
  let [before, after] = [valueOf(a), valueOf(b)]
  const first = Math.max(Math.abs(before), Math.abs(after))
  const change = Math.abs(after - before)
  for (let round = 0; round < HALVINGS; round++) {
    const middle = (a + b) / 2
    if (middle <= a || middle >= b) break
    const value = valueOf(middle)
    if (Number.isNaN(value)) return { at: tidy(middle, from, to), isPole: growsBeside(valueOf, middle, b - a) }
    if (Math.abs(value - before) > Math.abs(after - value)) [b, after] = [middle, value]
    else [a, before] = [middle, value]
    if (Math.abs(after - before) < 0.02 * change) return null
  }
  const height = Math.max(Math.abs(before), Math.abs(after))
  if (height > WITHOUT_END * first) return { at: tidy((a + b) / 2, from, to), isPole: true }
  return Math.abs(after - before) < 0.3 * change ? null : { at: tidy((a + b) / 2, from, to), isPole: false }
}

/** Between two places that stand out, where a function stands out without end: 1/x² at 0. */
function peakBetween(valueOf: OfX, from: number, to: number): Break | null {
  let [a, b] = [from, to]
  const first = Math.max(Math.abs(valueOf(a)), Math.abs(valueOf(b)))
  for (let round = 0; round < 2 * HALVINGS; round++) {
    const [left, right] = [a + (b - a) / 3, b - (b - a) / 3]
    const [low, high] = [Math.abs(valueOf(left)), Math.abs(valueOf(right))]
    if (Number.isNaN(low) || Number.isNaN(high)) {
      a = b = Number.isNaN(low) ? left : right
      break
    }
    if (low > high) b = right
    else a = left
    if (Math.max(low, high) > WITHOUT_END * first) return { at: tidy((a + b) / 2, from, to), isPole: true }
  }
  const at = (a + b) / 2
  return growsBeside(valueOf, at, to - from) ? { at: tidy(at, from, to), isPole: true } : null
}

/** Values that are so many times those beside them are taken to have no end. */
const WITHOUT_END = 1e5

const tidy = (x: number, from: number, to: number): number => roundTo(x, (to - from) * 1e-7)

/** Close beside a place, values grow from each step to the next, and do not grow less: so they do without end. */
function growsBeside(valueOf: OfX, at: number, distance: number): boolean {
  return [1, -1].some((side) => {
    const values: number[] = []
    for (let step = distance * 1e-1; step > distance * 1e-9; step *= 1e-2) {
      const value = Math.abs(valueOf(at + side * step))
      if (!Number.isNaN(value)) values.push(value)
      // Beyond what a number can hold.
      else if ((values.at(-1) ?? 0) > 1e50) return true
    }
    const growths = values.slice(1).map((value, index) => value - values[index]!)
    return (
      growths.length > 2 && growths.every((growth, index) => growth > 0 && growth >= 0.9 * (growths[index - 1] ?? 0))
    )
  })
}

/** Where values begin or end between two neighbours of which one has none, if they grow without end there. */
function edgePole(valueOf: OfX, xs: Float64Array, ys: Float64Array, at: number): number | null {
  if (Number.isNaN(ys[at - 1]!) && Number.isNaN(ys[at]!)) return null
  const width = xs[at]! - xs[at - 1]!
  const edge = edgeOf(valueOf, xs, ys, at)
  return growsBeside(valueOf, edge, width) ? tidy(edge, xs[at - 1]!, xs[at]!) : null
}

/** The last place with a value on its way to a neighbour without one. */
function edgeOf(valueOf: OfX, xs: Float64Array, ys: Float64Array, at: number): number {
  let [inside, outside] = Number.isNaN(ys[at]!) ? [xs[at - 1]!, xs[at]!] : [xs[at]!, xs[at - 1]!]
  for (let round = 0; round < HALVINGS; round++) {
    const middle = (inside + outside) / 2
    if (Number.isNaN(valueOf(middle))) outside = middle
    else inside = middle
  }
  return inside
}

/** What lies between the breaks and the places without values. */
function stretchesOf(valueOf: OfX, xs: Float64Array, ys: Float64Array, breaks: readonly Break[]): Stretch[] {
  const found: Stretch[] = []
  let start: number | null = null
  const isBroken = (x: number): boolean => breaks.some(({ at }) => Math.abs(at - x) < xs[1]! - xs[0]!)
  const end = (to: number): void => {
    if (start !== null && to > start) found.push({ from: start, to })
    start = null
  }
  for (let at = 0; at < xs.length; at++) {
    const isThere = !Number.isNaN(ys[at]!)
    if (at > 0) {
      if (isThere && Number.isNaN(ys[at - 1]!)) start ??= edgeOf(valueOf, xs, ys, at)
      if (!isThere && start !== null && (isBroken(xs[at]!) || !isHole(xs, ys, at))) end(edgeOf(valueOf, xs, ys, at))
      for (const { at: place } of breaks)
        if (place > xs[at - 1]! && place <= xs[at]! && isThere && start !== null && start < place) {
          end(place)
          start = place
        }
    }
    if (isThere && start === null) start = xs[at]!
  }
  end(xs.at(-1)!)
  return found
}

/** A single place without a value, with all but equal values beside it: sin(x)/x at 0. Lines are drawn across. */
function isHole(xs: Float64Array, ys: Float64Array, at: number): boolean {
  const [left, right] = [ys[at - 1], ys[at + 1]]
  const [before, after] = [ys[at - 2] ?? left, ys[at + 2] ?? right]
  if (left === undefined || right === undefined || before === undefined || after === undefined) return false
  const beside = Math.max(Math.abs(left - before), Math.abs(after - right))
  return at < xs.length && Math.abs(right - left) <= 4 * beside + 1e-9
}
