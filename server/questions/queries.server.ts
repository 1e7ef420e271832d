import { z } from 'zod'
import { questionKind } from '../../core/questions/kinds/registry.ts'
import { type QuestionContent, questionContent } from '../../core/questions/question.ts'
import { containingEach } from '../database/patterns.server.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

export interface Folder {
  readonly id: string
  readonly name: string
  readonly count: number
}

/** The folders of a bank by name, each with how many questions it holds. */
export async function listFolders(db: Database, courseId: string): Promise<Folder[]> {
  const { rows } = await db.query<Folder>(
    `select f.id, f.name, (select count(*)::int from questions q
      where q.folder_id = f.id and q.deleted_at is null) as count
     from question_folders f where f.course_id = $1::text order by lower(f.name)`,
    [courseId],
  )
  return rows
}

/** False when a folder of this name is there already. */
export async function insertFolder(db: Database, courseId: string, id: string, name: string): Promise<boolean> {
  const { rowCount } = await db.query(
    'insert into question_folders (id, course_id, name) values ($1::text, $2::text, $3::text) on conflict do nothing',
    [id, courseId, name],
  )
  return rowCount === 1
}

export async function updateFolderName(db: Database, courseId: string, id: string, name: string): Promise<void> {
  await db.query('update question_folders set name = $3::text where course_id = $1::text and id = $2::text', [
    courseId,
    id,
    name,
  ])
}

/** Takes a folder away; its questions stay, in none. */
export async function deleteFolder(db: Database, courseId: string, id: string): Promise<void> {
  await db.query('update questions set folder_id = null where course_id = $1::text and folder_id = $2::text', [
    courseId,
    id,
  ])
  await db.query('delete from question_folders where course_id = $1::text and id = $2::text', [courseId, id])
}

const summary = z.object({
  id: z.string(),
  folderId: z.string().nullable(),
  title: z.string(),
  kind: questionKind,
  words: z.string(),
  uses: z.number(),
  updatedAt: z.date().transform((at) => at.toISOString()),
  updatedBy: z.string(),
})
/** A line of the bank. `uses` counts the exercises it is in. */
export type QuestionSummary = z.infer<typeof summary>

export interface BankFilter {
  /** Null is all folders; the empty string is in none. */
  readonly folderId: string | null
  readonly kind: string | null
  readonly words: string
}

/** Of a bank ($1) what fits a filter: folder ($2), kind ($3), patterns of words ($4). */
const FITTING = `where q.course_id = $1::text and q.deleted_at is null
       and ($2::text is null or coalesce(q.folder_id, '') = $2::text) and ($3::text is null or q.kind = $3::text)
       and (q.title || ' ' || q.words) ilike all ($4::text[])`

/** Questions of a bank, last changed first; with words only those that hold all of them. */
export async function listQuestions(
  db: Database,
  courseId: string,
  { folderId, kind, words }: BankFilter,
): Promise<QuestionSummary[]> {
  const patterns = containingEach(words)
  const { rows } = await db.query(
    `select q.id, q.folder_id as "folderId", q.title, q.kind, left(q.words, 160) as words, q.updated_at as "updatedAt",
      p.name as "updatedBy",
       (select count(*)::int from exercise_questions x join plan_entries e on e.id = x.entry_id
         where x.question_id = q.id and e.deleted_at is null) as uses
     from questions q join people p on p.id = q.updated_by ${FITTING}
     order by q.updated_at desc, q.id limit 500`,
    [courseId, folderId, kind, patterns],
  )
  return rows.map((row) => summary.parse(row))
}

/** What fits a filter, whole, by title; so many at most, and of so much text (bytes of JSON). */
export async function listWholeQuestions(
  db: Database,
  courseId: string,
  { folderId, kind, words }: BankFilter,
  most: number,
  mostText: number,
): Promise<Question[]> {
  const { rows } = await db.query(
    `select * from (
      select ${QUESTION}, sum(length(q.content::text)) over (order by lower(q.title), q.id) as so_far
      from questions q ${FITTING} order by lower(q.title), q.id limit $5::int) whole where so_far <= $6::bigint`,
    [courseId, folderId, kind, containingEach(words), most, mostText],
  )
  return rows.map((row) => questionRow.parse(asWrittenNow(row)))
}

export async function countQuestions(
  db: Database,
  courseId: string,
  { folderId, kind, words }: BankFilter,
): Promise<number> {
  const { rows } = await db.query<{ count: number }>(`select count(*)::int as count from questions q ${FITTING}`, [
    courseId,
    folderId,
    kind,
    containingEach(words),
  ])
  return rows[0]!.count
}

export interface Question {
  readonly id: string
  readonly folderId: string | null
  readonly title: string
  readonly content: QuestionContent
  readonly version: number
}

const questionRow = z.object({
  id: z.string(),
  folderId: z.string().nullable(),
  title: z.string(),
  content: questionContent,
  version: z.number(),
})
const QUESTION = 'q.id, q.folder_id as "folderId", q.title, q.content, q.schema_version as "schemaVersion", q.version'

export async function findQuestion(db: Database, courseId: string, id: string): Promise<Question | null> {
  const { rows } = await db.query(
    `select ${QUESTION} from questions q where q.course_id = $1::text and q.id = $2::text and q.deleted_at is null`,
    [courseId, id],
  )
  return rows[0] ? questionRow.parse(asWrittenNow(rows[0])) : null
}

export interface WrittenQuestion {
  readonly id: string
  readonly title: string
  readonly kind: string
  /** JSON text. */
  readonly content: string
  readonly words: string
}

export async function insertQuestion(
  db: Database,
  courseId: string,
  folderId: string | null,
  personId: string,
  question: WrittenQuestion,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into questions (id, course_id, folder_id, title, kind, content, schema_version, words, created_by,
      updated_by)
     values ($1::text, $2::text, (select id from question_folders
       where id = $3::text and course_id = $2::text), $4::text, $5::text, $6::json, ${SCHEMA_VERSION}, $7::text,
       $8::text, $8::text) on conflict (id) do nothing`,
    [question.id, courseId, folderId, question.title, question.kind, question.content, question.words, personId],
  )
  return rowCount === 1
}

/** The version it has now; null when somebody else changed it since `version`. */
export async function updateQuestion(
  db: Database,
  courseId: string,
  personId: string,
  version: number,
  question: WrittenQuestion,
): Promise<number | null> {
  const { rows } = await db.query<{ version: number }>(
    `update questions
      set title = $4::text, kind = $5::text, content = $6::json, schema_version = ${SCHEMA_VERSION}, words = $7::text,
      version = version + 1, updated_by = $8::text, updated_at = now()
     where course_id = $1::text and id = $2::text and version = $3::int and deleted_at is null returning version`,
    [courseId, question.id, version, question.title, question.kind, question.content, question.words, personId],
  )
  return rows[0]?.version ?? null
}

/** Everything that holds a question has changed with it. */
export async function touchUses(db: Database, questionId: string): Promise<void> {
  await db.query(
    `update documents set questions_changed_at = now() where id in (
       select e.document_id from exercise_questions x join plan_entries e on e.id = x.entry_id
         where x.question_id = $1::text
       union select document_id from edition_questions where question_id = $1::text)`,
    [questionId],
  )
}

export async function updateFolder(
  db: Database,
  courseId: string,
  ids: readonly string[],
  folderId: string | null,
): Promise<void> {
  await db.query(
    `update questions set folder_id = (select id from question_folders where id = $3::text and course_id = $1::text)
      where course_id = $1::text and id = any($2::text[])`,
    [courseId, ids, folderId],
  )
}

/**
 * Where questions stand: titles of exercises that are being put together with them and of what is published with them;
 * and how many people have answered them.
 */
export async function findQuestionUses(
  db: Database,
  courseId: string,
  ids: readonly string[],
): Promise<{ titles: string[]; answered: number }> {
  const { rows } = await db.query<{ titles: string[]; answered: number }>(
    `select (select coalesce(array_agg(distinct e.title), '{}') from plan_entries e
      where e.course_id = $1::text and e.deleted_at is null
         and (e.id in (select entry_id from exercise_questions where question_id = any($2::text[]))
           or exists (select 1 from edition_questions q
             where q.document_id = e.document_id and q.question_id = any($2::text[])
             and q.number = (select max(number) from editions where document_id = e.document_id)))) as titles,
       (select count(distinct a.person_id)::int from attempt_answers w join attempts a on a.id = w.attempt_id
         join questions q on q.id = w.question_id
         where q.course_id = $1::text and w.question_id = any($2::text[])) as answered`,
    [courseId, ids],
  )
  return rows[0]!
}

/** Deletes questions, or brings them back. Editions keep their own copy. */
export async function updateQuestionDeleted(
  db: Database,
  courseId: string,
  ids: readonly string[],
  isDeleted: boolean,
): Promise<void> {
  await db.query(
    `update questions set deleted_at = case when $3::boolean then now() end
      where course_id = $1::text and id = any($2::text[])`,
    [courseId, ids, isDeleted],
  )
}

/** Those of some questions that the course has, with what they say, in the order asked for. */
export async function listQuestionsByIds(db: Database, courseId: string, ids: readonly string[]): Promise<Question[]> {
  const { rows } = await db.query(
    `select ${QUESTION} from unnest($2::text[]) with ordinality as asked (id, place) join questions q on q.id = asked.id
      where q.course_id = $1::text and q.deleted_at is null order by asked.place`,
    [courseId, ids],
  )
  return rows.map((row) => questionRow.parse(asWrittenNow(row)))
}
