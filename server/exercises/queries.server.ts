import { z } from 'zod'
import { questionContent } from '../../core/questions/question.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

export interface ExerciseLine {
  readonly questionId: string
  readonly points: number
  readonly title: string
  readonly kind: string
  readonly words: string
}

/** The questions of an exercise as it is being put together. */
export async function listExercise(db: Database, entryId: string): Promise<ExerciseLine[]> {
  const { rows } = await db.query<ExerciseLine>(
    `select x.question_id as "questionId", x.points, q.title, q.kind, left(q.words, 160) as words
      from exercise_questions x join questions q on q.id = x.question_id
     where x.entry_id = $1::text and q.deleted_at is null order by x.position`,
    [entryId],
  )
  return rows
}

/** Puts these questions of the course into an exercise, in this order, in the place of what was there. */
export async function replaceExercise(
  db: Database,
  courseId: string,
  entryId: string,
  lines: readonly { questionId: string; points: number }[],
): Promise<void> {
  await db.query('delete from exercise_questions where entry_id = $1::text', [entryId])
  await db.query(
    `insert into exercise_questions (entry_id, question_id, position, points)
     select $2::text, q.id, given.position, given.points
       from unnest($3::text[], $4::int[]) with ordinality as given (id, points, position)
     join questions q on q.id = given.id and q.course_id = $1::text and q.deleted_at is null on conflict do nothing`,
    [courseId, entryId, lines.map(({ questionId }) => questionId), lines.map(({ points }) => points)],
  )
  await db.query(
    `update documents set questions_changed_at = now() where id = (select document_id from plan_entries
      where id = $1::text)`,
    [entryId],
  )
}

export interface NewEditionQuestion {
  readonly id: string
  readonly position: number | null
  readonly points: number
  readonly title: string
  /** JSON text. */
  readonly content: string
}

export async function insertEditionQuestions(
  db: Database,
  documentId: string,
  number: number,
  questions: readonly NewEditionQuestion[],
): Promise<void> {
  await db.query(
    `insert into edition_questions (document_id, number, question_id, position, points, title, content, schema_version)
     select $1::text, $2::int, u.*, ${SCHEMA_VERSION}
       from unnest($3::text[], $4::int[], $5::int[], $6::text[], $7::json[]) u`,
    [
      documentId,
      number,
      questions.map(({ id }) => id),
      questions.map(({ position }) => position),
      questions.map(({ points }) => points),
      questions.map(({ title }) => title),
      questions.map(({ content }) => content),
    ],
  )
}

const editionQuestion = z.object({
  id: z.string(),
  position: z.number().nullable(),
  points: z.number(),
  title: z.string(),
  content: questionContent,
})
/** A question as an edition has it. */
export type EditionQuestion = z.infer<typeof editionQuestion>

export async function listEditionQuestions(
  db: Database,
  documentId: string,
  number: number,
): Promise<EditionQuestion[]> {
  const { rows } = await db.query(
    `select question_id as id, position, points, title, content, schema_version as "schemaVersion"
      from edition_questions where document_id = $1::text and number = $2::int
      order by position nulls last, question_id`,
    [documentId, number],
  )
  return rows.map((row) => editionQuestion.parse(asWrittenNow(row)))
}

const attemptRow = z.object({
  id: z.string(),
  number: z.number(),
  documentId: z.string(),
  edition: z.number(),
  seed: z.number(),
  startedAt: z.date(),
  finishedAt: z.date().nullable(),
})
export type Attempt = z.infer<typeof attemptRow>
const ATTEMPT =
  'id, number, document_id as "documentId", edition, seed, started_at as "startedAt", finished_at as "finishedAt"'

/** The attempts of one person at an exercise, the last first. */
export async function listAttempts(db: Database, entryId: string, personId: string): Promise<Attempt[]> {
  const { rows } = await db.query(
    `select ${ATTEMPT} from attempts where entry_id = $1::text and person_id = $2::text and number > 0
      order by number desc`,
    [entryId, personId],
  )
  return rows.map((row) => attemptRow.parse(row))
}

export async function findAttempt(
  db: Database,
  entryId: string,
  personId: string,
  number: number,
): Promise<Attempt | null> {
  const { rows } = await db.query(
    `select ${ATTEMPT} from attempts where entry_id = $1::text and person_id = $2::text and number = $3::int`,
    [entryId, personId, number],
  )
  return rows[0] ? attemptRow.parse(rows[0]) : null
}

/** The same, kept from other requests until the transaction ends: answers are taken one after the other. */
export async function lockAttempt(
  db: Database,
  entryId: string,
  personId: string,
  number: number,
): Promise<Attempt | null> {
  const { rows } = await db.query(
    `select ${ATTEMPT} from attempts
      where entry_id = $1::text and person_id = $2::text and number = $3::int for update`,
    [entryId, personId, number],
  )
  return rows[0] ? attemptRow.parse(rows[0]) : null
}

/** Begins an attempt; the one that is there when another request was first. */
export async function insertAttempt(
  db: Database,
  attempt: {
    id: string
    entryId: string
    personId: string
    number: number
    documentId: string
    edition: number
    seed: number
    startedAt?: Date
    finishedAt?: Date
  },
): Promise<Attempt> {
  const { rows } = await db.query(
    `insert into attempts (id, entry_id, person_id, number, document_id, edition, seed, started_at, finished_at)
     values ($1::text, $2::text, $3::text, $4::int, $5::text, $6::int, $7::int, coalesce($8::timestamptz, now()),
       $9::timestamptz)
     on conflict (entry_id, person_id, number) do update set number = excluded.number returning ${ATTEMPT}`,
    [
      attempt.id,
      attempt.entryId,
      attempt.personId,
      attempt.number,
      attempt.documentId,
      attempt.edition,
      attempt.seed,
      attempt.startedAt ?? null,
      attempt.finishedAt ?? null,
    ],
  )
  return attemptRow.parse(rows[0])
}

export async function updateFinished(db: Database, attemptId: string): Promise<void> {
  await db.query('update attempts set finished_at = coalesce(finished_at, now()) where id = $1::text', [attemptId])
}

const answerRow = z.object({
  questionId: z.string(),
  response: z.union([z.array(z.string()), z.string()]).nullable(),
  score: z.number().nullable(),
  tries: z.number(),
  hints: z.number(),
})
export type StoredAnswer = z.infer<typeof answerRow>

/** What each finished attempt of one person at an exercise came to, the last first; so many of them at most. */
export async function listResults(
  db: Database,
  entryId: string,
  personId: string,
  most = 50,
): Promise<{ number: number; startedAt: Date; points: number; most: number }[]> {
  const { rows } = await db.query<{ number: number; startedAt: Date; points: number; most: number }>(
    `select a.number, a.started_at as "startedAt", coalesce(sum(q.points * coalesce(w.share, 0)), 0)::float8 as points,
      coalesce(sum(q.points), 0)::float8 as most
     from (select * from attempts
       where entry_id = $1::text and person_id = $2::text and number > 0 and finished_at is not null
       order by number desc limit $3::int) a
     left join edition_questions q on q.document_id = a.document_id and q.number = a.edition and q.position is not null
     left join attempt_answers w on w.attempt_id = a.id and w.question_id = q.question_id
     group by a.id, a.number, a.started_at order by a.number desc`,
    [entryId, personId, most],
  )
  return rows
}

/** Whether something was answered, not only a hint taken. */
export function isAnswered(
  answer: StoredAnswer | null,
): answer is StoredAnswer & { response: readonly string[] | string } {
  return answer !== null && answer.response !== null
}

export async function listAnswers(
  db: Database,
  attemptIds: readonly string[],
): Promise<(StoredAnswer & { attemptId: string })[]> {
  const { rows } = await db.query<{ attemptId: string }>(
    `select attempt_id as "attemptId", question_id as "questionId", given as response, share as score,
      tries, hints from attempt_answers
      where attempt_id = any($1::text[])`,
    [attemptIds],
  )
  return rows.map((row) => ({ ...answerRow.parse(row), attemptId: row.attemptId }))
}

/** Keeps what was answered; each time counts as a try. */
export async function upsertAnswer(
  db: Database,
  attemptId: string,
  questionId: string,
  response: readonly string[] | string,
  score: number,
): Promise<void> {
  await db.query(
    `insert into attempt_answers (attempt_id, question_id, given, share, tries, answered_at)
      values ($1::text, $2::text, $3::json, $4::float8, 1, now())
     on conflict (attempt_id, question_id) do update
       set given = $3::json, share = $4::float8, tries = attempt_answers.tries + 1, answered_at = now()`,
    [attemptId, questionId, JSON.stringify(response), score],
  )
}

/** One hint more, up to `most`. */
export async function upsertHint(db: Database, attemptId: string, questionId: string, most: number): Promise<void> {
  await db.query(
    `insert into attempt_answers (attempt_id, question_id, hints) values ($1::text, $2::text, least(1, $3::int))
     on conflict (attempt_id, question_id) do update set hints = least($3::int, attempt_answers.hints + 1)`,
    [attemptId, questionId, most],
  )
}

export interface AnswerOfCourse {
  readonly entryId: string
  readonly attemptId: string
  readonly questionId: string
  readonly title: string
  readonly score: number
  readonly response: unknown
}

/** So many attempts, the newest, tell how questions performed: more say the same, and take their time. */
export const MOST_ATTEMPTS = 2000

/**
 * Graded answers of students to the questions of a course, each from their first attempt at it; of the newest attempts.
 */
export async function listAnswersOfCourse(db: Database, courseId: string): Promise<AnswerOfCourse[]> {
  const { rows } = await db.query<AnswerOfCourse>(
    `select distinct on (a.entry_id, a.person_id, w.question_id) a.entry_id as "entryId",
      a.entry_id || ' ' || a.person_id as "attemptId", w.question_id as "questionId", q.title, w.share as score,
      w.given as response
     from (select t.* from plan_entries e join attempts t on t.entry_id = e.id
       join memberships m on m.course_id = e.course_id and m.person_id = t.person_id
       where e.course_id = $1::text and e.deleted_at is null and m.role = 'student' order by t.started_at desc
         limit $2::int) a
     join attempt_answers w on w.attempt_id = a.id join questions q on q.id = w.question_id
     where w.share is not null order by a.entry_id, a.person_id, w.question_id, a.number`,
    [courseId, MOST_ATTEMPTS],
  )
  return rows
}
