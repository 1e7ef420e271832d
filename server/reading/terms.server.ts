import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'

/** A term of a course, with the place where it is defined. */
export interface CourseTerm {
  readonly entryId: string
  readonly term: string
  readonly definition: string
  /** The place on the page. */
  readonly id: string
}

/** So many are listed; a course with more is searched. */
export const MOST_TERMS = 1000

const row = z.object({ entryId: z.string(), term: z.string(), definition: z.string(), id: z.string() })

/** What the newest editions of these entries define; one more than are listed, where there are more. */
export async function listTerms(
  db: Database,
  courseId: string,
  entryIds: readonly string[],
  most = MOST_TERMS,
): Promise<CourseTerm[]> {
  const { rows } = await db.query(
    `select e.id as "entryId", t.term, t.definition, t.id from plan_entries e
       join lateral (select terms from editions where document_id = e.document_id order by number desc limit 1) ed on true
       cross join lateral json_to_recordset(ed.terms) as t(term text, definition text, id text)
     where e.course_id = $1::text and e.id = any($2::text[]) and e.deleted_at is null
     order by t.term, e.position, e.id limit $3::int`,
    [courseId, entryIds, most + 1],
  )
  return z.array(row).parse(rows)
}

/** Whether there is any; found out without listing them. */
export async function hasTerms(db: Database, courseId: string, entryIds: readonly string[]): Promise<boolean> {
  const { rows } = await db.query<{ has: boolean }>(
    `select exists (select 1 from plan_entries e
       join lateral (select terms from editions where document_id = e.document_id order by number desc limit 1) ed on true
     where e.course_id = $1::text and e.id = any($2::text[]) and e.deleted_at is null
       and json_array_length(ed.terms) > 0) as has`,
    [courseId, entryIds],
  )
  return rows[0]!.has
}
