import { isBlank, passageFromJson } from '../document/passage.ts'
import { plainText } from '../document/plain-text.ts'
import { filledPassage, formulasIn } from './fill.ts'
import { readFormula } from './formula.ts'
import type { QuestionContent } from './question.ts'
import { isUnit } from './units.ts'
import { MOST_LOOKED_AT, readVariables, type Values, type Variables } from './versions.ts'

/** One version of a question, as its author looks through them. */
export interface Version {
  readonly values: Values
  readonly prompt: string
  /** The right answer, as words. */
  readonly answer: string
  /** Why this version can't be used; null when it can. */
  readonly problem: string | null
}

export interface QuestionCheck {
  /** What is wrong whatever the version, as sentences; a question with any of these is not used. */
  readonly problems: readonly string[]
  readonly versions: readonly Version[]
  /** How many combinations of values there are; when more than were looked at, a sample was drawn. */
  readonly combinations: number
  readonly isSample: boolean
}

/**
 * Looks through the versions of a question: all of them, or of very many a sample. A version is bad when a number has no
 * value (division by zero), two choices read alike, or no choice is right.
 */
export function checkQuestion(content: QuestionContent, language: string): QuestionCheck {
  const variables = readVariables(content)
  const problems = [...variables.problems.map(({ name, words }) => `${name}: ${words}`), ...shapeProblems(content, new Set(content.variables.map(({ name }) => name)))]
  if (problems.length > 0) return { problems, versions: [], combinations: 0, isSample: false }
  const isSample = variables.combinations > MOST_LOOKED_AT
  const versions = [...lookThrough(variables, isSample)].map((values) => versionOf(content, values, language))
  if (versions.length === 0) problems.push('No version is possible: the conditions never hold together. Widen a range, or take a condition out.')
  return { problems, versions, combinations: variables.combinations, isSample }
}

/** At least this share of the versions looked at must have an answer, or students would meet the same few again and again. */
const LEAST_USABLE = 0.05

/** Why a question gives students too few versions, as a sentence with what most of the others lack; null when there are enough. */
export function tooFewUsable(content: QuestionContent, language: string): string | null {
  const { versions } = checkQuestion(content, language)
  const problems = versions.flatMap(({ problem }) => problem ?? [])
  const usable = versions.length - problems.length
  if (versions.length === 0 || usable / versions.length >= LEAST_USABLE) return null
  const counts = new Map<string, number>()
  for (const problem of problems) counts.set(problem, (counts.get(problem) ?? 0) + 1)
  const [most = ''] = [...counts].sort(([, a], [, b]) => b - a)[0] ?? []
  const number = (value: number): string => value.toLocaleString('en')
  return `${usable === 0 ? 'None' : `Only ${number(usable)}`} of its ${number(versions.length)} versions can be used. Most others have this fault: ${most} Narrow a range, or add a condition that keeps them out.`
}

function* lookThrough(variables: Variables, isSample: boolean): Generator<Values> {
  for (let at = 0; at < (isSample ? MOST_LOOKED_AT : variables.combinations); at++) {
    const values = isSample ? variables.valuesFor(at) : variables.valuesAt(at)
    if (values) yield values
  }
}

function shapeProblems({ prompt, answer, hints, solution }: QuestionContent, names: ReadonlySet<string>): string[] {
  const problems: string[] = []
  if (isBlank(passageFromJson(prompt))) problems.push('The question asks nothing yet: write its text.')
  const texts = [prompt, solution, ...hints, ...(answer.sort === 'choice' ? answer.choices.flatMap(({ text, feedback }) => [text, feedback]) : [answer.whenRight, answer.whenWrong])]
  const formulas = texts.flatMap((json) => formulasIn(passageFromJson(json)))
  if (answer.sort === 'choice') {
    if (answer.choices.length < 2) problems.push('A question of choice needs two choices at least.')
    const right = answer.choices.filter(({ isRight }) => isRight).length
    if (answer.mode === 'one' && right !== 1) problems.push(right === 0 ? 'No choice is marked as right.' : `${right} choices are marked as right; in “one of many” it is one.`)
    if (answer.mode === 'several' && right === 0) problems.push('No choice is marked as right.')
    answer.choices.forEach(({ text }, at) => isBlank(passageFromJson(text)) && problems.push(`Choice ${at + 1} is empty.`))
  } else {
    formulas.unshift(answer.value)
    if (!isUnit(answer.unit)) problems.push(`“${answer.unit}” is not a unit that is known. Use signs such as m, cm, m², kg/m, t.`)
  }
  for (const formula of new Set(formulas)) {
    const read = readFormula(formula)
    const unknown = read.ok ? read.formula.names.find((name) => !names.has(name)) : undefined
    if (!read.ok) problems.push(formula === '' ? 'The right answer is still to be given.' : read.reason)
    else if (unknown !== undefined) problems.push(`“${unknown}” in “${formula}” is not a variable of this question.`)
  }
  return problems
}

/** Why a version can't be used; null when it can. */
export function checkVersion(content: QuestionContent, values: Values, language: string): string | null {
  return versionOf(content, values, language).problem
}

function versionOf(content: QuestionContent, values: Values, language: string): Version {
  const say = (json: object): string => plainText(filledPassage(json, values, language)).replace(/\s+/g, ' ')
  const { answer } = content
  const prompt = say(content.prompt)
  const broken = Object.entries(values).find(([, value]) => !Number.isFinite(value))
  if (broken) return { values, prompt, answer: '', problem: `${broken[0]} has no value: a division by zero, or a root of less than 0.` }
  if (answer.sort === 'number') {
    const formula = readFormula(answer.value)
    const value = formula.ok ? formula.formula.valueOf(values) : NaN
    return { values, prompt, answer: Number.isFinite(value) ? `${Number(value.toPrecision(8))}${answer.unit && ` ${answer.unit}`}` : '', problem: Number.isFinite(value) ? textProblem(content, values) : 'The right answer has no value: a division by zero, or a root of less than 0.' }
  }
  const choices = answer.choices.map(({ text }) => say(text))
  const twice = choices.find((words, at) => words !== '' && choices.indexOf(words) !== at)
  return { values, prompt, answer: choices.filter((_words, at) => answer.choices[at]!.isRight).join('; '), problem: twice === undefined ? textProblem(content, values) : `Two choices read “${twice}”.` }
}

/** A value in a text that has no number. */
function textProblem({ prompt, solution, hints }: QuestionContent, values: Values): string | null {
  for (const json of [prompt, solution, ...hints])
    for (const text of formulasIn(passageFromJson(json))) {
      const read = readFormula(text)
      if (read.ok && !Number.isFinite(read.formula.valueOf(values))) return `“${text}” has no value: a division by zero, or a root of less than 0.`
    }
  return null
}
