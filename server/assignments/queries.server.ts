import { z } from 'zod'
import { RENDERER_VERSION } from '../../core/html/render.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { asWrittenNow } from '../database/content.server.ts'
import type { Database } from '../database/pool.server.ts'

export const handedFiles = z
  .array(z.object({ id: z.string().regex(/^[\w-]{1,60}$/), name: z.string().trim().min(1).max(300) }))
  .max(20, 'At most 20 files can be handed in at once.')
export type HandedFiles = z.infer<typeof handedFiles>

export interface Draft {
  readonly content: object
  readonly files: HandedFiles
  /** ISO 8601. */
  readonly at: string
}

export async function findDraft(db: Database, entryId: string, personId: string): Promise<Draft | null> {
  const { rows } = await db.query<{ content: object; files: unknown; updated_at: Date }>(
    `select content, schema_version as "schemaVersion", files, updated_at from submission_drafts
      where entry_id = $1::text and person_id = $2::text`,
    [entryId, personId],
  )
  const row = rows[0] && asWrittenNow(rows[0])
  return row ? { content: row.content, files: handedFiles.parse(row.files), at: row.updated_at.toISOString() } : null
}

export async function upsertDraft(
  db: Database,
  entryId: string,
  personId: string,
  content: string,
  files: HandedFiles,
): Promise<void> {
  await db.query(
    `insert into submission_drafts (entry_id, person_id, content, schema_version, files)
      values ($1::text, $2::text, $3::json, ${SCHEMA_VERSION}, $4::json)
     on conflict (entry_id, person_id) do update
       set content = $3::json, schema_version = ${SCHEMA_VERSION}, files = $4::json, updated_at = now()`,
    [entryId, personId, content, JSON.stringify(files)],
  )
}

export async function deleteDraft(db: Database, entryId: string, personId: string): Promise<void> {
  await db.query('delete from submission_drafts where entry_id = $1::text and person_id = $2::text', [
    entryId,
    personId,
  ])
}

/** Those of some shelf items that this person brought to this course. */
export async function listOwnItems(
  db: Database,
  courseId: string,
  personId: string,
  ids: readonly string[],
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `select id from shelf_items
      where course_id = $1::text and created_by = $2::text and is_contribution and deleted_at is null
      and id = any($3::text[])`,
    [courseId, personId, ids],
  )
  return rows.map(({ id }) => id)
}

const submission = z.object({
  personId: z.string(),
  number: z.number(),
  html: z.string(),
  content: z.custom<object>((value) => typeof value === 'object' && value !== null),
  files: handedFiles,
  handedInAt: z.date().transform((at) => at.toISOString()),
  isLate: z.boolean(),
  commentHtml: z.string().nullable(),
  returnedAt: z
    .date()
    .nullable()
    .transform((at) => at?.toISOString() ?? null),
  returnedBy: z.string().nullable(),
})
export type Submission = z.infer<typeof submission>

/** What one person has handed in, the newest first. */
export async function listSubmissions(db: Database, entryId: string, personId: string): Promise<Submission[]> {
  const { rows } = await db.query(
    `select s.person_id as "personId", s.number, s.html, s.content, s.schema_version as "schemaVersion", s.files,
      s.handed_in_at as "handedInAt", s.is_late as "isLate", s.comment_html as "commentHtml",
      s.returned_at as "returnedAt", p.name as "returnedBy"
     from submissions s left join people p on p.id = s.returned_by
       where s.entry_id = $1::text and s.person_id = $2::text order by s.number desc`,
    [entryId, personId],
  )
  return rows.map((row) => submission.parse(asWrittenNow(row)))
}

export async function insertSubmission(
  db: Database,
  given: {
    entryId: string
    personId: string
    content: string
    html: string
    files: HandedFiles
    isLate: boolean
    at?: Date
  },
): Promise<number> {
  const { rows } = await db.query<{ number: number }>(
    `insert into submissions (entry_id, person_id, number, content, schema_version, html, renderer, files, is_late,
      handed_in_at)
     select $1::text, $2::text, coalesce(max(number), 0) + 1, $3::json, ${SCHEMA_VERSION}, $4::text,
       ${RENDERER_VERSION}, $5::json, $6::boolean, coalesce($7::timestamptz, now()) from submissions
       where entry_id = $1::text and person_id = $2::text
     returning number`,
    [
      given.entryId,
      given.personId,
      given.content,
      given.html,
      JSON.stringify(given.files),
      given.isLate,
      given.at ?? null,
    ],
  )
  return rows[0]!.number
}

/**
 * Gives back what was handed in, with what is said to it; false when there is no such submission, or a newer one. Said
 * again, the new words hold.
 */
export async function updateReturned(
  db: Database,
  entryId: string,
  personId: string,
  number: number,
  comment: { content: string; html: string },
  by: string,
  at?: Date,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update submissions
      set comment = $4::json, comment_schema_version = ${SCHEMA_VERSION}, comment_html = $5::text,
      returned_at = coalesce($7::timestamptz, now()), returned_by = $6::text
      where entry_id = $1::text and person_id = $2::text and number = $3::int
     and number = (select max(number) from submissions where entry_id = $1::text and person_id = $2::text)`,
    [entryId, personId, number, comment.content, comment.html, by, at ?? null],
  )
  return rowCount === 1
}

const standing = z.object({
  personId: z.string(),
  name: z.string(),
  colour: z.string(),
  number: z.number().nullable(),
  handedInAt: z
    .date()
    .nullable()
    .transform((at) => at?.toISOString() ?? null),
  isLate: z.boolean().nullable(),
  returnedAt: z
    .date()
    .nullable()
    .transform((at) => at?.toISOString() ?? null),
})
/** How a student stands with an assignment: their newest submission, if there is one. */
export type HandInStanding = z.infer<typeof standing>

/** Every student of the course; those whose work waits for a comment first. */
export async function listStandings(db: Database, courseId: string, entryId: string): Promise<HandInStanding[]> {
  const { rows } = await db.query(
    `select p.id as "personId", p.name, p.colour, s.number, s.handed_in_at as "handedInAt", s.is_late as "isLate",
      s.returned_at as "returnedAt"
     from memberships m join people p on p.id = m.person_id
     left join lateral (select * from submissions where entry_id = $2::text and person_id = p.id order by number desc
       limit 1) s on true
     where m.course_id = $1::text and m.role = 'student' and p.deleted_at is null
     order by (s.handed_in_at is null), (s.returned_at is not null), s.handed_in_at, p.name`,
    [courseId, entryId],
  )
  return rows.map((row) => standing.parse(row))
}
