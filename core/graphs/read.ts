import { readFormula } from '../formulas/formula.ts'
import { FORMULA_FUNCTIONS } from '../formulas/names.ts'
import { formulaOfX, isProblem, type Read } from '../formulas/of-x.ts'
import type { GraphSettings, Range } from './settings.ts'

/** A function of x, as it was typed. */
export interface GraphFunction {
  readonly name: string
  /** With its name, in one line. */
  readonly typed: string
  /** Its formula as LaTeX, and the condition under which it stands; null where there is none. */
  readonly tex: string
  readonly conditionTex: string | null
  /** NaN where it has no value. */
  readonly valueOf: (x: number) => number
}

export interface MarkedPoint {
  readonly x: number
  readonly y: number
  readonly label: string
}

/** What is shaded: under a function, between two, or (without any) the whole height. */
export interface Area {
  readonly between: readonly number[]
  readonly from: number
  readonly to: number
}

/** What can't be drawn, and why: the line is counted from 1; 0 for an axis. */
export interface GraphProblem {
  readonly part: 'functions' | 'points' | 'areas' | 'x' | 'y'
  readonly line: number
  readonly message: string
}

export interface ReadGraph {
  readonly functions: readonly GraphFunction[]
  readonly points: readonly MarkedPoint[]
  readonly areas: readonly Area[]
  readonly x: Range
  readonly y: Range | null
  readonly problems: readonly GraphProblem[]
  /** What was computed so far: parts of formulas, each time they were. */
  readonly work: () => number
}

/** So many of each are drawn; more can't be told apart. */
const MOST_FUNCTIONS = 6
const MOST_POINTS = 20
/** So many parts the functions of a graph have together: each is computed some thousand times. */
const MOST_PARTS = 150
const MOST_AREAS = 6
/** What functions are called that were given no name. */
const NAMES = ['f', 'g', 'h', 'p', 'q', 'r']

/** Reads what was typed; what can't be read is left out and told. */
export function readGraph(settings: Pick<GraphSettings, 'functions' | 'points' | 'areas' | 'x' | 'y'>): ReadGraph {
  const problems: GraphProblem[] = []
  const work = { parts: 0, done: 0 }
  const linesOf = <T extends object>(
    part: 'functions' | 'points' | 'areas',
    most: number,
    read: (line: string, before: readonly T[]) => Read<T>,
  ): T[] => {
    const found: T[] = []
    settings[part].split('\n').forEach((typed, at) => {
      const line = typed.trim()
      if (line === '') return
      const one = found.length >= most ? { problem: `A graph has at most ${most} of these.` } : read(line, found)
      if (isProblem(one)) problems.push({ part, line: at + 1, message: one.problem })
      else found.push(one)
    })
    return found
  }
  const functions = linesOf<GraphFunction>('functions', MOST_FUNCTIONS, (line, before) =>
    readFunction(line, before, work),
  )
  return {
    functions,
    points: linesOf<MarkedPoint>('points', MOST_POINTS, (line) => readPoint(line, functions)),
    areas: linesOf<Area>('areas', MOST_AREAS, (line) => readArea(line, functions)),
    x: readRange('x', settings.x, problems) ?? [-5, 5],
    y: settings.y && readRange('y', settings.y, problems),
    problems,
    work: () => work.done,
  }
}

function readRange(part: 'x' | 'y', [from, to]: Range, problems: GraphProblem[]): Range | null {
  // Beyond fifteen digits numbers beside each other are one.
  if (to - from > 1e-9 * Math.max(Math.abs(from), Math.abs(to))) return [from, to]
  const message =
    to > from
      ? `The ${part} axis is too short for its numbers to be told apart.`
      : `The ${part} axis has to end at a larger number than it begins with.`
  problems.push({ part, line: 0, message })
  return null
}

/** A number without a variable in it, such as `pi/2`. */
function readNumber(typed: string): Read<{ value: number }> {
  const read = readFormula(typed)
  if (!read.ok) return { problem: read.reason }
  const [name] = read.formula.names
  if (name !== undefined) return { problem: `A number was expected instead of “${name}”.` }
  const value = read.formula.valueOf({})
  return Number.isFinite(value) ? { value } : { problem: `“${typed}” has no value.` }
}

/** `f(x) = …` or `y = …` or the formula alone, and at its end perhaps `for` with a condition. */
const FUNCTION = /^(?:(?:([A-Za-z][A-Za-z0-9_]{0,9})\s*\(\s*x\s*\)|y)\s*=(?!=)\s*)?(.*?)(?:\s+for\s+(.*))?$/

function readFunction(
  line: string,
  before: readonly GraphFunction[],
  work: { parts: number; done: number },
): Read<GraphFunction> {
  const [, given, typed = '', condition] = FUNCTION.exec(line) ?? []
  const isTaken = (name: string): boolean => before.some((each) => each.name === name)
  if (given !== undefined && (FORMULA_FUNCTIONS as readonly string[]).includes(given))
    return { problem: `“${given}” is a function already; give this one another name.` }
  if (given !== undefined && isTaken(given)) return { problem: `Two functions are called “${given}”.` }
  const body = formulaOfX(typed)
  if (isProblem(body)) return body
  const limit = condition === undefined ? null : formulaOfX(condition)
  if (limit && isProblem(limit)) return limit
  const [bodyOf, isWithin] = [body.ofOne('x'), limit?.ofOne('x')]
  const size = body.size + (limit?.size ?? 0)
  if (work.parts + size > MOST_PARTS)
    return { problem: 'The functions of a graph are too long together. Leave some out, or make a second graph.' }
  work.parts += size
  const name = given ?? NAMES.find((each) => !isTaken(each)) ?? `f${before.length + 1}`
  return {
    name,
    typed: `${name}(x) = ${typed}${condition === undefined ? '' : ` for ${condition}`}`,
    tex: body.tex(),
    conditionTex: limit && limit.tex(),
    valueOf: (x) => {
      work.done += size
      const value = !isWithin || isWithin(x) !== 0 ? bodyOf(x) : NaN
      return Number.isFinite(value) ? value : NaN
    },
  }
}

/** `(2, 3) Words`, the numbers also as formulas; the second one may be the value of a function there, as `f(2)`. */
function readPoint(line: string, functions: readonly GraphFunction[]): Read<MarkedPoint> {
  const place = placeAtStart(line)
  if (!place) return { problem: 'A point is typed with its two numbers, such as “(2, 3) Summit”.' }
  const x = readNumber(place.x)
  if (isProblem(x)) return x
  const y = readHeight(place.y, functions)
  return isProblem(y) ? y : { x: x.value, y: y.value, label: place.rest }
}

/** The two formulas in the parentheses that a line begins with. */
function placeAtStart(line: string): { x: string; y: string; rest: string } | null {
  if (!line.startsWith('(')) return null
  let depth = 0
  let comma = -1
  for (let at = 0; at < line.length; at++) {
    const sign = line[at]
    if (sign === '(') depth++
    else if ((sign === ',' || sign === ';') && depth === 1 && comma < 0) comma = at
    else if (sign === ')' && --depth === 0)
      return comma < 0
        ? null
        : { x: line.slice(1, comma).trim(), y: line.slice(comma + 1, at).trim(), rest: line.slice(at + 1).trim() }
  }
  return null
}

function readHeight(typed: string, functions: readonly GraphFunction[]): Read<{ value: number }> {
  const [, name, inside = ''] = /^([A-Za-z][A-Za-z0-9_]*)\((.*)\)$/.exec(typed) ?? []
  const named = functions.find((each) => each.name === name)
  if (!named) return readNumber(typed)
  const x = readNumber(inside)
  if (isProblem(x)) return x
  const value = named.valueOf(x.value)
  return Number.isNaN(value) ? { problem: `“${named.name}” has no value at ${x.value}.` } : { value }
}

/** `under f from 0 to 2`, `between f and g from 0 to 2`, `from 0 to 2`. */
const AREA = /^(?:under\s+(\S+)\s+|between\s+(\S+)\s+and\s+(\S+)\s+)?from\s+(.+?)\s+to\s+(.+)$/

function readArea(line: string, functions: readonly GraphFunction[]): Read<Area> {
  const found = AREA.exec(line)
  if (!found) return { problem: 'An area is typed as “under f from 0 to 2” or “between f and g from 0 to 2”.' }
  const [, under, first, second, typedFrom = '', typedTo = ''] = found
  const between: number[] = []
  for (const name of [under, first, second]) {
    if (name === undefined) continue
    const at = functions.findIndex((each) => each.name === name)
    if (at < 0) return { problem: `No function of this graph is called “${name}”.` }
    between.push(at)
  }
  const from = readNumber(typedFrom)
  if (isProblem(from)) return from
  const to = readNumber(typedTo)
  if (isProblem(to)) return to
  return from.value < to.value
    ? { between, from: from.value, to: to.value }
    : { problem: 'An area has to end at a larger number than it begins with.' }
}
