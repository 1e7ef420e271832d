import { formulaOfX, isProblem } from '../formulas/of-x.ts'
import { slider } from '../kinds/slider/kind.ts'

/** A slider as its author typed it. */
export interface SliderSettings {
  readonly quantity: string
  readonly unit: string
  readonly from: number
  readonly to: number
  readonly step: number
  readonly start: number
  readonly values: string
}

/** The settings of a slider from the attributes of its node. */
export const sliderFrom = (attrs: Readonly<Record<string, unknown>>): SliderSettings => slider.attributes.parse(attrs)

/** What follows from the quantity. */
export interface SliderValue {
  readonly name: string
  readonly unit: string
  /** At each stop, in their order; NaN where it has no value. */
  readonly at: readonly number[]
}

/** What can't be shown, and why: lines of values are counted from 1; 0 stands for the numbers of the quantity. */
export interface SliderProblem {
  readonly line: number
  readonly message: string
}

export interface ReadSlider {
  /** The numbers at which it can stand, rising; none where it can't be moved. */
  readonly stops: readonly number[]
  /** Which of them it stands at first. */
  readonly startAt: number
  readonly values: readonly SliderValue[]
  readonly problems: readonly SliderProblem[]
  /** What it took: parts of formulas, each time one was computed, and cells. */
  readonly work: number
}

/** More stops than these are no longer told apart by a finger on a phone (ours). */
export const MOST_STOPS = 60
const MOST_VALUES = 6
/** A cell of the table costs about as much as so many parts of a formula (measured roughly). */
const CELL = 10

/** Reads what was typed, and computes it; what can't be read is left out and told. */
export function readSlider(settings: SliderSettings): ReadSlider {
  const problems: SliderProblem[] = []
  const stops = stopsOf(settings, problems)
  const values: SliderValue[] = []
  let work = stops.length * CELL
  settings.values.split('\n').forEach((typed, at) => {
    if (typed.trim() === '') return
    const read = values.length >= MOST_VALUES ? TOO_MANY : readValue(typed.trim(), stops)
    if (isProblem(read)) problems.push({ line: at + 1, message: read.problem })
    else {
      values.push(read.value)
      work += stops.length * (CELL + read.size)
    }
  })
  return { stops, startAt: nearest(stops, settings.start), values, problems, work }
}

const TOO_MANY = { problem: `A slider shows at most ${MOST_VALUES} values.` }

/** Words, perhaps with a unit in parentheses at their end, then `=` and a formula. */
const VALUE = /^(.*?)(?:\(([^()]*)\)\s*)?=(?!=)(.*)$/

function readValue(typed: string, stops: readonly number[]) {
  const [, words, unit = '', formula = ''] = VALUE.exec(typed) ?? []
  const name = words?.trim() ?? ''
  if (name === '') return { problem: 'A value is typed as its name, =, and a formula, such as “Stone (t) = 1.6x”.' }
  const read = formulaOfX(formula)
  if (isProblem(read)) return read
  const valueOf = read.ofOne('x')
  const at = stops.map((stop) => valueOf(stop)).map((value) => (Number.isFinite(value) ? value : NaN))
  return { value: { name, unit: unit.trim(), at }, size: read.size }
}

function stopsOf({ from, to, step }: SliderSettings, problems: SliderProblem[]): number[] {
  const refuse = (message: string): number[] => {
    problems.push({ line: 0, message })
    return []
  }
  if (to <= from) return refuse('The slider has to end at a larger number than it begins with.')
  // A hair is added: 0.3 / 0.1 is a little less than 3 in binary fractions.
  const steps = Math.floor((to - from) / step + 1e-9)
  if (steps < 1) return refuse('The step is larger than the whole way.')
  const wide = Math.ceil(steps / MOST_STOPS)
  if (wide > 1)
    problems.push({
      line: 0,
      message: `These are ${steps} steps; a slider has at most ${MOST_STOPS}. Shown is one in ${wide}.`,
    })
  return Array.from({ length: Math.floor(steps / wide) + 1 }, (_, at) =>
    // Fifteen digits are what a number holds: 0.1 + 0.2 is 0.3 so.
    Number((from + at * wide * step).toPrecision(15)),
  )
}

function nearest(stops: readonly number[], start: number): number {
  let best = 0
  for (const [at, stop] of stops.entries()) if (Math.abs(stop - start) < Math.abs(stops[best]! - start)) best = at
  return best
}
