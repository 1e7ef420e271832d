import { z } from 'zod'
import { emptyPassage } from '../document/empty-passage.ts'
import { MOST_FORMULA, VARIABLE } from './formula.ts'

/** JSON of a passage; what is in it is checked apart, where it comes in. */
const text = z.custom<object>((value) => typeof value === 'object' && value !== null && (value as { type?: unknown }).type === 'passage', 'A text was expected.')
const formula = z.string().trim().max(MOST_FORMULA, `A formula holds at most ${MOST_FORMULA} characters.`)
const number = z.number('A number was expected.')

/** Where a variable's values come from. */
export const variable = z.discriminatedUnion('from', [
  /** From `least` to `most`, both included, in steps. */
  z.object({ from: z.literal('range'), name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'), least: number, most: number, step: number }),
  z.object({ from: z.literal('list'), name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'), values: z.array(number).max(200, 'A list holds at most 200 values.') }),
  /** Computed from variables above it. */
  z.object({ from: z.literal('formula'), name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'), formula }),
])
export type Variable = z.infer<typeof variable>

/** How far from the value an answer still counts. */
export const tolerance = z.discriminatedUnion('sort', [
  /** At most so much more or less. */
  z.object({ sort: z.literal('absolute'), amount: number.min(0) }),
  /** At most so many percent more or less. */
  z.object({ sort: z.literal('percent'), amount: number.min(0).max(100) }),
  /** Equal when both are rounded to so many significant figures. */
  z.object({ sort: z.literal('figures'), amount: z.number().int().min(1).max(12) }),
])
export type Tolerance = z.infer<typeof tolerance>

const choice = z.object({ id: z.string().regex(/^[\w-]{1,40}$/), text, isRight: z.boolean(), feedback: text })

export const answerModel = z.discriminatedUnion('sort', [
  z.object({ sort: z.literal('choice'), mode: z.enum(['one', 'several']), choices: z.array(choice).max(30, 'A question has at most 30 choices.') }),
  z.object({
    sort: z.literal('number'),
    /** The right value, as a formula of the variables. */
    value: formula,
    tolerance,
    /** Empty: a bare number. */
    unit: z.string().trim().max(40),
    whenRight: text,
    whenWrong: text,
  }),
])
export type AnswerModel = z.infer<typeof answerModel>

/** A question as the bank keeps it. */
export const questionContent = z.object({
  prompt: text,
  variables: z.array(variable).max(30, 'A question has at most 30 variables.'),
  /** Formulas that must hold for a version to be used. */
  conditions: z.array(formula).max(20, 'A question has at most 20 conditions.'),
  answer: answerModel,
  hints: z.array(text).max(10, 'A question has at most 10 hints.'),
  solution: text,
})
export type QuestionContent = z.infer<typeof questionContent>

/** Kinds of question as the bank lists and filters them. */
export const QUESTION_KINDS = { one: 'One of many', several: 'Several of many', number: 'Number' } as const
export type QuestionKind = keyof typeof QUESTION_KINDS

export function kindOfQuestion({ answer }: QuestionContent): QuestionKind {
  return answer.sort === 'number' ? 'number' : answer.mode
}

/** The same question with other texts: each text as JSON of a passage, changed by `change`. */
export function mapTexts(content: QuestionContent, change: (text: object) => object): QuestionContent {
  const { prompt, hints, solution, answer } = content
  const answers: AnswerModel =
    answer.sort === 'number'
      ? { ...answer, whenRight: change(answer.whenRight), whenWrong: change(answer.whenWrong) }
      : { ...answer, choices: answer.choices.map((each) => ({ ...each, text: change(each.text), feedback: change(each.feedback) })) }
  return { ...content, prompt: change(prompt), hints: hints.map(change), solution: change(solution), answer: answers }
}

/** A new question of a kind, with nothing in it yet. `freshId` names choices. */
export function blankQuestion(kind: QuestionKind, freshId: () => string): QuestionContent {
  const blank = (): object => structuredClone(emptyPassage)
  const answer: AnswerModel =
    kind === 'number'
      ? { sort: 'number', value: '', tolerance: { sort: 'percent', amount: 1 }, unit: '', whenRight: blank(), whenWrong: blank() }
      : { sort: 'choice', mode: kind, choices: [true, false, false].map((isRight) => ({ id: freshId(), text: blank(), isRight, feedback: blank() })) }
  return { prompt: blank(), variables: [], conditions: [], answer, hints: [], solution: blank() }
}
