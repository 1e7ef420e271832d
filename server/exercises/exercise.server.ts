import { createHash, randomInt } from 'node:crypto'
import { nanoid } from 'nanoid'
import type { QuestionResponse } from '../../core/questions/kinds/kind.ts'
import { kindOfAnswer } from '../../core/questions/kinds/registry.ts'
import type { QuestionContent } from '../../core/questions/question.ts'
import { usableValues } from '../../core/questions/usable-version.ts'
import type { Values } from '../../core/questions/versions.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import type { Place } from '../../core/reading/outline.ts'
import type { Say } from '../../core/words/say.ts'
import { updateDone } from '../reading/queries.server.ts'
import {
  type Attempt,
  type EditionQuestion,
  findAttempt,
  type StoredAnswer,
  insertAttempt,
  isAnswered,
  listAnswers,
  listAttempts,
  listEditionQuestions,
  lockAttempt,
  updateFinished,
  upsertAnswer,
  upsertHint,
} from './queries.server.ts'

/** Somebody at an exercise, or at a page with questions in it. */
export interface Solver {
  readonly personId: string
  readonly courseId: string
  readonly place: Place
  readonly documentId: string
  /** The newest edition. */
  readonly edition: number
  /** Of the course: how numbers in questions are written. */
  readonly language: string
  /** Says the room's own words. */
  readonly say: Say
}

/** A question as one attempt has it. */
export interface AttemptQuestion {
  readonly question: EditionQuestion
  readonly values: Values
  readonly answer: StoredAnswer | null
  /** Why an answer just given was not counted. */
  readonly reason?: string
}

export interface OpenAttempt {
  readonly attempt: Attempt
  readonly questions: readonly AttemptQuestion[]
  /** Points of what is answered, and of everything. */
  readonly points: number
  readonly most: number
}

/** A seed from whatever names it: the same name always gives the same. */
export function seedOf(name: string): number {
  return createHash('sha256').update(name).digest().readInt32BE(0)
}

/**
 * The values of a question in an attempt; null when none of its versions has an answer, as in an edition of long ago.
 */
export function valuesOf(content: QuestionContent, questionId: string, seed: number, language: string): Values | null {
  return usableValues(content, language, (draw) => seedOf(`${seed} ${questionId} ${draw}`))
}

/** Why no new attempt can be begun; null when one can. */
export function whyNotBegin(
  { place, say }: Pick<Solver, 'place' | 'say'>,
  attempts: readonly Attempt[],
  now = new Date(),
): string | null {
  const { attempts: most, dueAt, mode } = place.settings
  if (most !== null && attempts.length >= most) return say('exercise.hadAttempts', { count: most })
  return mode === 'counted' && dueAt && new Date(dueAt) <= now ? say('exercise.wasDue') : null
}

/** Begins an attempt, or goes on with the one that is open. A sentence when none can be begun. */
export async function begin(who: Solver): Promise<{ number: number } | { reason: string }> {
  return transaction(async (db) => {
    await db.query('select pg_advisory_xact_lock(hashtext($1::text))', [`attempt ${who.place.id} ${who.personId}`])
    const attempts = await listAttempts(db, who.place.id, who.personId)
    const open = attempts.find(({ finishedAt }) => finishedAt === null)
    if (open) return { number: open.number }
    const why = whyNotBegin(who, attempts)
    if (why) return { reason: why }
    const number = (attempts[0]?.number ?? 0) + 1
    await insertAttempt(db, {
      id: nanoid(14),
      entryId: who.place.id,
      personId: who.personId,
      number,
      documentId: who.documentId,
      edition: who.edition,
      seed: randomInt(2 ** 31 - 1),
    })
    return { number }
  })
}

/** An attempt with its questions in the order this student has them. */
export async function openAttempt(db: Database, who: Solver, attempt: Attempt): Promise<OpenAttempt> {
  const questions = (await listEditionQuestions(db, attempt.documentId, attempt.edition)).filter(
    ({ position }) => position !== null,
  )
  const ordered = who.place.settings.isShuffled
    ? [...questions].sort((a, b) => seedOf(`${attempt.seed} ${a.id}`) - seedOf(`${attempt.seed} ${b.id}`))
    : questions
  const answers = new Map((await listAnswers(db, [attempt.id])).map((answer) => [answer.questionId, answer]))
  const shown = ordered.flatMap((question) => {
    const values = valuesOf(question.content, question.id, attempt.seed, who.language)
    return values ? [{ question, values, answer: answers.get(question.id) ?? null }] : []
  })
  return {
    attempt,
    questions: shown,
    points: shown.reduce((sum, { question, answer }) => sum + question.points * (answer?.score ?? 0), 0),
    most: shown.reduce((sum, { question }) => sum + question.points, 0),
  }
}

/** The attempt that questions of a page belong to: there is one for each reader, and it never ends. */
async function attemptInPage(db: Database, who: Solver): Promise<Attempt> {
  const known = await findAttempt(db, who.place.id, who.personId, 0)
  return (
    known ??
    insertAttempt(db, {
      id: nanoid(14),
      entryId: who.place.id,
      personId: who.personId,
      number: 0,
      documentId: who.documentId,
      edition: who.edition,
      seed: seedOf(`${who.place.id} ${who.personId}`),
    })
  )
}

/** Questions of a page as one reader has them, by id; those that the edition has. Nothing is written for looking. */
export async function questionsInPage(
  who: Solver,
  questionIds: readonly string[],
): Promise<Map<string, AttemptQuestion>> {
  const [questions, attempt] = await Promise.all([
    listEditionQuestions(pool, who.documentId, who.edition),
    findAttempt(pool, who.place.id, who.personId, 0),
  ])
  const answers = new Map(
    attempt ? (await listAnswers(pool, [attempt.id])).map((answer) => [answer.questionId, answer]) : [],
  )
  const seed = attempt?.seed ?? seedOf(`${who.place.id} ${who.personId}`)
  return new Map(
    questions.flatMap((question): [string, AttemptQuestion][] => {
      const values = questionIds.includes(question.id)
        ? valuesOf(question.content, question.id, seed, who.language)
        : null
      return values ? [[question.id, { question, values, answer: answers.get(question.id) ?? null }]] : []
    }),
  )
}

export type Asked = { readonly intent: 'answer'; readonly response: QuestionResponse } | { readonly intent: 'hint' }

/**
 * An answer or a wish for a hint, to a question of a numbered attempt, or (0) of a page. Null when there is no such
 * question, or the attempt is over.
 */
export async function answerQuestion(
  who: Solver,
  number: number,
  questionId: string,
  asked: Asked,
): Promise<AttemptQuestion | null> {
  return transaction(async (db) => {
    const attempt =
      number === 0 ? await attemptInPage(db, who) : await lockAttempt(db, who.place.id, who.personId, number)
    if (!attempt || attempt.finishedAt !== null) return null
    const edition = number === 0 ? who.edition : attempt.edition
    const question = (await listEditionQuestions(db, attempt.documentId, edition)).find(
      ({ id, position }) => id === questionId && (position === null) === (number === 0),
    )
    if (!question) return null
    const values = valuesOf(question.content, questionId, attempt.seed, who.language)
    if (!values) return null
    const reason = await takeAsked(db, attempt.id, question, values, asked, {
      mayTry: mayTryAgain(who, number),
      say: who.say,
    })
    const answer = (await listAnswers(db, [attempt.id])).find((each) => each.questionId === questionId) ?? null
    return { question, values, answer, ...(reason === null ? {} : { reason }) }
  })
}

/** In counted exercises that tell at once what was right, the first answer is the one that counts. */
function mayTryAgain({ place }: Solver, number: number): boolean {
  return number === 0 || place.settings.mode === 'practice' || place.settings.feedback !== 'at once'
}

async function takeAsked(
  db: Database,
  attemptId: string,
  question: EditionQuestion,
  values: Values,
  asked: Asked,
  { mayTry, say }: { mayTry: boolean; say: Say },
): Promise<string | null> {
  if (asked.intent === 'hint') {
    await upsertHint(db, attemptId, question.id, question.content.hints.length)
    return null
  }
  const before = (await listAnswers(db, [attemptId])).find(({ questionId }) => questionId === question.id)
  if (before?.response && !mayTry) return say('exercise.firstCounts')
  const kind = kindOfAnswer(question.content.answer)
  const response = typeof asked.response === 'string' ? asked.response : kind.response(asked.response)
  const graded = kind.grade(question.content.answer, values, response, say)
  if (!graded.ok) return graded.reason
  await upsertAnswer(db, attemptId, question.id, response, graded.score)
  return null
}

/**
 * Ends an attempt: what is answered counts, the rest is nothing. With questions still open it is asked about first;
 * false when it was not ended for that.
 */
export async function finish(who: Solver, number: number, isSure: boolean): Promise<boolean> {
  return transaction(async (db) => {
    const attempt = await lockAttempt(db, who.place.id, who.personId, number)
    if (!attempt || number === 0) return true
    if (!isSure && (await openAttempt(db, who, attempt)).questions.some(({ answer }) => !isAnswered(answer)))
      return false
    await updateFinished(db, attempt.id)
    if (doneRule(who.place.kind, who.place.settings) === 'answered')
      await updateDone(db, who.place.id, who.personId, true)
    return true
  })
}
