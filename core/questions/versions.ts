import { plural } from '../tree/plural.ts'
import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { type Formula, readFormula } from '../formulas/formula.ts'
import type { QuestionContent, Variable } from './question.ts'

export type Values = Readonly<Record<string, number>>

/** The most versions that are looked through one by one; of more, so many are drawn. */
export const MOST_LOOKED_AT = 2000
/** How often values are drawn anew until they meet the conditions. */
const MOST_DRAWS = 500
/** The most values of one range. */
export const MOST_STEPS = 100_000

/** A variable or condition that can't be used, as a sentence for its author. */
export interface VariableProblem {
  readonly name: string
  readonly words: string
}

interface Drawn {
  readonly name: string
  readonly count: number
  at: (index: number) => number
}

/** The variables of a question, read once: which are drawn, which are computed, what must hold. */
export interface Variables {
  readonly problems: readonly VariableProblem[]
  /** How many combinations of drawn values there are, whether they meet the conditions or not. */
  readonly combinations: number
  /**
   * The values of the combination of this number (from 0), or null when a condition does not hold. Not every value need
   * be finite.
   */
  valuesAt: (combination: number) => Values | null
  /** The values for a seed: the same seed always gives the same. Null when no draw meets the conditions. */
  valuesFor: (seed: number) => Values | null
}

export function readVariables({ variables, conditions }: Pick<QuestionContent, 'variables' | 'conditions'>): Variables {
  const problems: VariableProblem[] = []
  const drawn: Drawn[] = []
  const computed: { name: string; formula: Formula }[] = []
  const known = new Set<string>()
  for (const variable of variables) {
    const { name } = variable
    const problem = known.has(name) ? 'There are two variables of this name.' : shapeProblem(variable)
    if (problem) problems.push({ name, words: problem })
    if (variable.from === 'formula') {
      const read = readFormula(variable.formula)
      const unknown = read.ok ? read.formula.names.find((each) => !known.has(each)) : undefined
      if (!read.ok) problems.push({ name, words: read.reason })
      else if (unknown !== undefined) problems.push({ name, words: `“${unknown}” is not a variable above ${name}.` })
      else computed.push({ name, formula: read.formula })
    } else if (!problem) drawn.push(drawnFrom(variable))
    known.add(name)
  }
  const must = readConditions(conditions, known, problems)
  const combinations = drawn.reduce((product, { count }) => product * count, 1)
  const complete = (indexes: readonly number[]): Values | null => {
    const values: Record<string, number> = {}
    drawn.forEach((variable, at) => (values[variable.name] = variable.at(indexes[at] ?? 0)))
    for (const { name, formula } of computed) values[name] = formula.valueOf(values)
    return must.every((condition) => condition.valueOf(values) === 1) ? values : null
  }
  return {
    problems,
    combinations,
    valuesAt: (combination) => {
      let rest = combination
      return complete(
        drawn.map(({ count }) => {
          const index = rest % count
          rest = Math.floor(rest / count)
          return index
        }),
      )
    },
    valuesFor: (seed) => {
      const generator = xoroshiro128plus(seed)
      for (let draw = 0; draw < MOST_DRAWS; draw++) {
        const values = complete(drawn.map(({ count }) => uniformInt(generator, 0, count - 1)))
        if (values) return values
      }
      return null
    },
  }
}

/** The conditions that can be read; what is wrong with others is put to the problems. */
function readConditions(conditions: string[], known: ReadonlySet<string>, problems: VariableProblem[]) {
  return conditions.flatMap((condition, at) => {
    const read = readFormula(condition)
    const unknown = read.ok ? read.formula.names.find((each) => !known.has(each)) : undefined
    if (read.ok && unknown === undefined) return [read.formula]
    problems.push({
      name: `condition ${at + 1}`,
      words: read.ok ? `“${unknown}” is not a variable of this question.` : read.reason,
    })
    return []
  })
}

function shapeProblem(variable: Variable): string | null {
  if (variable.from === 'formula') return null
  if (variable.from === 'list')
    return variable.values.length === 0
      ? 'The list holds no value.'
      : variable.values.every(Number.isFinite)
        ? null
        : 'A value of the list is no number.'
  const { least, most, step } = variable
  if (![least, most, step].every(Number.isFinite)) return 'The range lacks a number.'
  if (step <= 0) return 'The step must be more than 0.'
  if (least > most) return 'The range ends before it begins.'
  const count = stepsIn(variable)
  return count > MOST_STEPS
    ? `The range has ${plural(count, 'value')}; at most ${MOST_STEPS.toLocaleString('en')} can be used. Take a larger step.`
    : null
}

const stepsIn = ({ least, most, step }: { least: number; most: number; step: number }): number =>
  Math.floor((most - least) / step + 1e-9) + 1

function drawnFrom(variable: Exclude<Variable, { from: 'formula' }>): Drawn {
  const { name } = variable
  if (variable.from === 'list') return { name, count: variable.values.length, at: (index) => variable.values[index]! }
  const { least, step } = variable
  // 0.1 + 0.2 is 0.3 for whoever reads it: a value has the decimals of its step and beginning, no more.
  const decimals = Math.max(decimalsOf(least), decimalsOf(step))
  return { name, count: stepsIn(variable), at: (index) => Number((least + index * step).toFixed(decimals)) }
}

function decimalsOf(number: number): number {
  const [, fraction = '', exponent = '0'] = /^-?\d*\.?(\d*)(?:e([+-]?\d+))?$/.exec(String(number)) ?? []
  return Math.min(15, Math.max(0, fraction.length - Number(exponent)))
}
