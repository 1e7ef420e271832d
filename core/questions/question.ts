import { z } from 'zod'
import { emptyPassage } from '../document/empty-passage.ts'
import { VARIABLE } from '../formulas/formula.ts'
import { answerModel, kindOfAnswer, kindOfVariant, type QuestionKind } from './kinds/registry.ts'
import { formula, number, text } from './parts.ts'

/** Where a variable's values come from. */
export const variable = z.discriminatedUnion('from', [
  /** From `least` to `most`, both included, in steps. */
  z.object({
    from: z.literal('range'),
    name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'),
    least: number,
    most: number,
    step: number,
  }),
  z.object({
    from: z.literal('list'),
    name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'),
    values: z.array(number).max(200, 'A list holds at most 200 values.'),
  }),
  /** Computed from variables above it. */
  z.object({
    from: z.literal('formula'),
    name: z.string().regex(VARIABLE, 'A variable is named by a letter, then letters, digits and _.'),
    formula,
  }),
])
export type Variable = z.infer<typeof variable>

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

export const kindOfQuestion = ({ answer }: QuestionContent): QuestionKind =>
  kindOfAnswer(answer).variantOf(answer) as QuestionKind

/** The same question with other texts: each text as JSON of a passage, changed by `change`. */
export function mapTexts(content: QuestionContent, change: (text: object) => object): QuestionContent {
  const { prompt, hints, solution, answer } = content
  return {
    ...content,
    prompt: change(prompt),
    solution: change(solution),
    hints: hints.map(change),
    answer: kindOfAnswer(answer).mapTexts(answer, change),
  }
}

/** Every text of a question, as JSON of passages. */
export function textsOf(content: QuestionContent): object[] {
  const texts: object[] = []
  mapTexts(content, (text) => (texts.push(text), text))
  return texts
}

/** A new question of a kind, with nothing in it yet. `freshId` names choices. */
export function blankQuestion(kind: QuestionKind, freshId: () => string): QuestionContent {
  return {
    prompt: structuredClone(emptyPassage),
    variables: [],
    conditions: [],
    answer: kindOfVariant(kind).blank(kind, freshId),
    hints: [],
    solution: structuredClone(emptyPassage),
  }
}
