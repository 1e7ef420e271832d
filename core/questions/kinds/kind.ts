import type { z } from 'zod'
import type { Say } from '../../words/say.ts'
import type { SafeHtml } from '../../tree/template.ts'
import type { Values } from '../versions.ts'

/** What a student gives: the ids of choices, or what they typed. */
export type QuestionResponse = readonly string[] | string

export type Graded =
  | {
      readonly ok: true
      /** From 0 to 1. */
      readonly score: number
      /** The choices given, for feedback; empty where there is nothing to choose. */
      readonly chosen: readonly string[]
      /** What is worth saying besides right or wrong: a unit that is missing, another that was converted. */
      readonly remark: string
    }
  /** Not understood: nothing is counted, the student tries again. */
  | { readonly ok: false; readonly reason: string }

/** One answer, looked at in many versions: its texts and formulas are read once. */
export interface AnswerLook {
  /** Why a version can't be used; null when it can. */
  problemOf: (values: Values) => string | null
  /** The right answer, as words for the author; empty where there is none. */
  rightAnswer: (values: Values) => string
}

/** What the form of a question needs to know of the page it stands on. */
export interface FormPlace {
  /** Of the question, unique on the page. */
  readonly id: string
  /** What the student gave before; null when nothing. */
  readonly response: QuestionResponse | null
  readonly isOff: boolean
  /** A text with the student's own numbers. */
  write: (json: object) => SafeHtml
  /** Says the room's own words. */
  say: Say
}

/** What was given that is not right, and by how many. */
export interface CommonMistake {
  readonly words: string
  readonly times: number
}

/** Everything that a way of answering is, but for the form in which its author sets it. */
export interface AnswerKind<Answer extends { readonly sort: string }> {
  readonly model: z.ZodType<Answer>
  /** What authors choose between, and what they call it: the bank lists and filters by these. */
  readonly variants: Readonly<Record<string, string>>
  variantOf: (answer: Answer) => string
  /** An answer with nothing in it yet. */
  blank: (variant: string, freshId: () => string) => Answer
  /** The same answer as another variant of this kind. */
  asVariant: (answer: Answer, variant: string) => Answer
  /**
   * The same answer with other texts: each text, JSON of a passage, changed by `change`, in the order in which they are
   * read.
   */
  mapTexts: (answer: Answer, change: (text: object) => object) => Answer
  /** Formulas of its own, besides those in texts. */
  formulas: (answer: Answer) => readonly string[]
  /** What is wrong whatever the version, as sentences for its author. */
  problems: (answer: Answer) => readonly string[]
  /** `read` reads a text once and gives back its words in a version. */
  look: (answer: Answer, read: (text: object) => (values: Values) => string) => AnswerLook
  /** What the fields of a form gave. */
  response: (values: readonly string[]) => QuestionResponse
  /** What is said to a student is said in the words of the room. */
  grade: (answer: Answer, values: Values, response: QuestionResponse, say: Say) => Graded
  /** The texts that are said to what was given. */
  feedback: (answer: Answer, graded: Graded & { readonly ok: true }) => readonly object[]
  /** What stands under the worked solution, as words for a student; empty where feedback says it. */
  solution: (answer: Answer, values: Values, language: string) => string
  /** The fields in which a student answers; each is named `given`. They work without script. */
  fields: (answer: Answer, place: FormPlace) => SafeHtml
  /** What is right, and what is said to what is given, for its author on paper; `write` writes a text. */
  paper: (answer: Answer, write: (text: object) => SafeHtml) => SafeHtml
  /** The mistake that was made most often, of all that was given; null where mistakes can't be told apart. */
  commonMistake: (answer: Answer, response: readonly QuestionResponse[]) => CommonMistake | null
  /**
   * Answers that the tests go through: what is given for them, with these values, and what it is worth; null when it is
   * not understood.
   */
  readonly examples: readonly {
    readonly answer: Answer
    readonly values: Values
    readonly response: readonly (readonly [values: readonly string[], score: number | null])[]
  }[]
}
