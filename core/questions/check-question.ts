import type { Node } from 'prosemirror-model'
import { isBlank, passageFromJson } from '../document/passage.ts'
import { plainText } from '../document/plain-text.ts'
import { fillValues, formulasIn } from './fill.ts'
import { type Formula, readFormula } from '../formulas/formula.ts'
import type { AnswerLook } from './kinds/kind.ts'
import { kindOfAnswer } from './kinds/registry.ts'
import { type QuestionContent, textsOf } from './question.ts'
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
 * Looks through the versions of a question: all of them, or of very many a sample. A version is bad when a number has
 * no value (division by zero), two choices read alike, or no choice is right.
 */
export function checkQuestion(content: QuestionContent, language: string): QuestionCheck {
  const variables = readVariables(content)
  const problems = questionProblems(content, variables)
  if (problems.length > 0) return { problems, versions: [], combinations: 0, isSample: false }
  const isSample = variables.combinations > MOST_LOOKED_AT
  const look = new QuestionLook(content, language)
  const versions = [...lookThrough(variables, isSample)].map((values) => look.versionOf(values))
  if (versions.length === 0)
    problems.push('No version is possible: the conditions never hold together. Widen a range, or remove a condition.')
  return { problems, versions, combinations: variables.combinations, isSample }
}

/** What is wrong whatever the version, as sentences: of its variables and of its form. Looks at no version. */
export function questionProblems(content: QuestionContent, variables = readVariables(content)): string[] {
  return [
    ...variables.problems.map(({ name, words }) => `${name}: ${words}`),
    ...shapeProblems(content, new Set(content.variables.map(({ name }) => name))),
  ]
}

/**
 * At least this share of the versions looked at must have an answer, or students would meet the same few again and
 * again.
 */
const LEAST_USABLE = 0.05

/**
 * Why a question gives students too few versions, as a sentence with what most of the others lack; null when there are
 * enough.
 */
export function tooFewUsable(content: QuestionContent, language: string): string | null {
  const variables = readVariables(content)
  const look = new QuestionLook(content, language)
  const found = [...lookThrough(variables, variables.combinations > MOST_LOOKED_AT)].map((values) =>
    look.problemOf(values),
  )
  const problems = found.flatMap((problem) => problem ?? [])
  const usable = found.length - problems.length
  if (found.length === 0)
    return 'No version is possible: the conditions never hold together. Widen a range, or remove a condition.'
  if (usable / found.length >= LEAST_USABLE) return null
  const counts = new Map<string, number>()
  for (const problem of problems) counts.set(problem, (counts.get(problem) ?? 0) + 1)
  const [most = ''] = [...counts].sort(([, a], [, b]) => b - a)[0] ?? []
  const number = (value: number): string => value.toLocaleString('en')
  return `${usable === 0 ? 'None' : `Only ${number(usable)}`} of its ${number(found.length)} versions can be used. Most others have this fault: ${most} Narrow a range, or add a condition that keeps them out.`
}

function* lookThrough(variables: Variables, isSample: boolean): Generator<Values> {
  for (let at = 0; at < (isSample ? MOST_LOOKED_AT : variables.combinations); at++) {
    const values = isSample ? variables.valuesFor(at) : variables.valuesAt(at)
    if (values) yield values
  }
}

function shapeProblems(content: QuestionContent, names: ReadonlySet<string>): string[] {
  const kind = kindOfAnswer(content.answer)
  const problems = [
    ...(isBlank(passageFromJson(content.prompt)) ? ['The question asks nothing yet: write its text.'] : []),
    ...kind.problems(content.answer),
  ]
  const formulas = [
    ...kind.formulas(content.answer),
    ...textsOf(content).flatMap((json) => formulasIn(passageFromJson(json))),
  ]
  for (const formula of new Set(formulas)) {
    const read = readFormula(formula)
    const unknown = read.ok ? read.formula.names.find((name) => !names.has(name)) : undefined
    if (!read.ok) problems.push(formula === '' ? 'The right answer is still to be given.' : read.reason)
    else if (unknown !== undefined) problems.push(`“${unknown}” in “${formula}” is not a variable of this question.`)
  }
  return problems
}

/** A question whose texts and formulas are read once, to look at many of its versions. */
export class QuestionLook {
  readonly #prompt: (values: Values) => string
  readonly #answer: AnswerLook
  /** The formulas of values in its texts, each once. */
  readonly #formulas: readonly { readonly text: string; readonly formula: Formula }[]

  constructor({ prompt, solution, hints, answer }: QuestionContent, language: string) {
    const read = (json: object): ((values: Values) => string) => {
      const { passage, words } = said(json)
      return (values) => words ?? asWords(fillValues(passage, values, language))
    }
    this.#prompt = read(prompt)
    this.#answer = kindOfAnswer(answer).look(answer, read)
    const texts = new Set([prompt, solution, ...hints].flatMap((json) => formulasIn(passageFromJson(json))))
    this.#formulas = [...texts].flatMap((text) => {
      const read = readFormula(text)
      return read.ok ? [{ text, formula: read.formula }] : []
    })
  }

  /** Why a version can't be used; null when it can. */
  problemOf(values: Values): string | null {
    const broken = Object.entries(values).find(([, value]) => !Number.isFinite(value))
    if (broken) return `${broken[0]} has no value: a division by zero, or a root of less than 0.`
    const problem = this.#answer.problemOf(values)
    if (problem) return problem
    const without = this.#formulas.find(({ formula }) => !Number.isFinite(formula.valueOf(values)))
    return without ? `“${without.text}” has no value: a division by zero, or a root of less than 0.` : null
  }

  versionOf(values: Values): Version {
    return {
      values,
      prompt: this.#prompt(values),
      answer: this.#answer.rightAnswer(values),
      problem: this.problemOf(values),
    }
  }
}

/** A text of a question; its words where no value stands in it. */
interface Said {
  readonly passage: Node
  readonly words: string | null
}

const asWords = (passage: Node): string => plainText(passage).replace(/\s+/g, ' ')

function said(json: object): Said {
  const passage = passageFromJson(json)
  return { passage, words: formulasIn(passage).length === 0 ? asWords(passage) : null }
}
