import { z } from 'zod'
import { choice } from './choice/kind.ts'
import type { AnswerKind } from './kind.ts'
import { number } from './number/kind.ts'

/** Every way of answering, by the `sort` of its answers. */
export const answerKinds = { choice, number } as const

type Kinds = typeof answerKinds
/** What is right, in one of the ways of answering. */
export type AnswerModel = { [Sort in keyof Kinds]: z.infer<Kinds[Sort]['model']> }[keyof Kinds]
/** Kinds of question as authors choose them, and as the bank lists and filters them. */
export type QuestionKind = { [Sort in keyof Kinds]: keyof Kinds[Sort]['variants'] & string }[keyof Kinds]

const all = Object.values(answerKinds) as unknown as readonly AnswerKind<AnswerModel>[]

export const answerModel = z.discriminatedUnion(
  'sort',
  all.map(({ model }) => model) as never,
) as unknown as z.ZodType<AnswerModel>

/** What authors call each kind of question. */
export const QUESTION_KINDS = Object.assign({}, ...all.map(({ variants }) => variants)) as Record<QuestionKind, string>
export const questionKind = z.enum(Object.keys(QUESTION_KINDS) as [QuestionKind, ...QuestionKind[]])

/** What there is to know of an answer's way of answering. */
export const kindOfAnswer = ({ sort }: Pick<AnswerModel, 'sort'>): AnswerKind<AnswerModel> =>
  answerKinds[sort] as unknown as AnswerKind<AnswerModel>

/** The way of answering that a kind of question belongs to. */
export const kindOfVariant = (variant: QuestionKind): AnswerKind<AnswerModel> =>
  all.find(({ variants }) => variant in variants)!

/** An answer as another kind of question; what both have stays. */
export function turned(answer: AnswerModel, to: QuestionKind, freshId: () => string): AnswerModel {
  const kind = kindOfVariant(to)
  return kind === kindOfAnswer(answer) ? kind.asVariant(answer, to) : kind.blank(to, freshId)
}
