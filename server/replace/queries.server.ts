import { z } from 'zod'
import { type AskedReplacement, type Replacement, replacement } from '../../core/replace/wire.ts'
import type { Asker } from '../../core/access/access.ts'
import type { Database } from '../database/pool.server.ts'

/** One that has said nothing for this long was ended with its process. */
const SILENT_MINUTES = 5
const STATE = `case when r.state = 'running' and r.touched_at < now() - make_interval(mins => ${SILENT_MINUTES})
  then 'failed' else r.state end`
/** So many replacements of a course are listed, and so many pages where something stayed as it was. */
const LISTED = 20
const NOTES = 30

const row = replacement.omit({ at: true }).extend({ at: z.date().transform((at) => at.toISOString()) })

/** The newest replacements of a course, with how far each is. */
export async function listReplacements(db: Database, courseId: string): Promise<Replacement[]> {
  const { rows } = await db.query(
    `select r.id, r.words, r.put, p.name as person, r.created_at as at, r.doing, ${STATE} as state,
       case when r.state = 'running' and ${STATE} = 'failed' then 'It was broken off in the middle.'
         else r.problem end as problem,
       (select count(*) from replacement_pages where replacement_id = r.id
         and (case r.doing when 'replace' then replaced else restored end) is not null)::int as done,
       (select count(*) from replacement_pages where replacement_id = r.id)::int as total,
       (select coalesce(sum(replaced), 0) from replacement_pages where replacement_id = r.id)::int as replaced,
       (select coalesce(sum(restored), 0) from replacement_pages where replacement_id = r.id)::int as restored,
       coalesce((select json_agg(n) from (
         select e.title, case r.doing when 'replace' then g.note else g.undo_note end as note, e.id as "entryId"
           from replacement_pages g join plan_entries e on e.document_id = g.document_id
           where g.replacement_id = r.id and (case r.doing when 'replace' then g.note else g.undo_note end) is not null
           order by g.position limit ${NOTES}) n), '[]'::json) as notes
     from replacements r join people p on p.id = r.person_id
     where r.course_id = $1::text order by r.created_at desc, r.id limit ${LISTED}`,
    [courseId],
  )
  return rows.map((each) => row.parse(each))
}

/** A replacement as the job takes it up. */
export interface ReplacementRow {
  readonly courseId: string
  readonly put: string
  readonly doing: Replacement['doing']
  readonly state: Replacement['state']
}

export async function findReplacement(db: Database, id: string): Promise<ReplacementRow | null> {
  const { rows } = await db.query<ReplacementRow>(
    `select r.course_id as "courseId", r.put, r.doing, ${STATE} as state from replacements r where r.id = $1::text`,
    [id],
  )
  return rows[0] ?? null
}

/** Whether something is being replaced in a course just now. */
export async function isReplacing(db: Database, courseId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `select 1 from replacements r where r.course_id = $1::text and ${STATE} in ('waiting', 'running') limit 1`,
    [courseId],
  )
  return rowCount !== 0
}

/** Whether all of these documents belong to a course. */
export async function areOfCourse(db: Database, courseId: string, documentIds: readonly string[]): Promise<boolean> {
  const { rows } = await db.query<{ count: number }>(
    'select count(*)::int as count from documents where course_id = $1::text and id = any($2::text[])',
    [courseId, documentIds],
  )
  return rows[0]?.count === documentIds.length
}

/** What somebody is in a course, as far as rights go; null when either is gone. */
export async function findAsker(db: Database, courseId: string, personId: string): Promise<Asker | null> {
  const { rows } = await db.query<Asker>(
    `select p.is_manager as "isManager", m.role from people p
      join courses c on c.id = $1::text and c.deleted_at is null
      left join memberships m on m.course_id = c.id and m.person_id = p.id
      where p.id = $2::text and p.deleted_at is null`,
    [courseId, personId],
  )
  return rows[0] ?? null
}

/** Keeps what is asked for. */
export async function insertReplacement(
  db: Database,
  courseId: string,
  personId: string,
  { id, words, put, pages }: AskedReplacement,
): Promise<void> {
  await db.query(
    `insert into replacements (id, course_id, person_id, words, put)
      values ($1::text, $2::text, $3::text, $4::text, $5::text)`,
    [id, courseId, personId, words, put],
  )
  await db.query(
    `insert into replacement_pages (replacement_id, document_id, position, version, places)
      select $1::text, document_id, at, version, places
      from unnest($2::text[], $3::int[], $4::json[]) with ordinality as p (document_id, version, places, at)`,
    [
      id,
      pages.map(({ documentId }) => documentId),
      pages.map(({ version }) => version),
      pages.map(({ places }) => JSON.stringify(places)),
    ],
  )
}

/** Sets what a replacement does next; false when it is not where it can do that. */
export async function setDoing(
  db: Database,
  courseId: string,
  id: string,
  doing: Replacement['doing'],
  from: Replacement['state'],
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update replacements r set doing = $3::text, state = 'waiting', problem = null, touched_at = now()
      where r.course_id = $1::text and r.id = $2::text and ${STATE} = $4::text
        and (r.doing = $3::text or ($3::text = 'undo' and r.doing = 'replace'))
        and not ($4::text = 'done' and r.doing = 'undo')`,
    [courseId, id, doing, from],
  )
  return rowCount === 1
}

export async function setState(
  db: Database,
  id: string,
  state: Replacement['state'],
  problem: string | null = null,
): Promise<void> {
  await db.query(
    'update replacements set state = $2::text, problem = $3::text, touched_at = now() where id = $1::text',
    [id, state, problem],
  )
}

/** The next page of a replacement that is not done yet. */
export interface PageToDo {
  readonly documentId: string
  readonly position: number
  readonly version: number
  /** No longer in the plan. */
  readonly isDeleted: boolean
  /** As they were asked for. */
  readonly places: readonly (readonly [from: number, to: number, put?: string])[]
  /** How many of them were replaced; 0 before that is known. */
  readonly replaced: number
}

const ROW = `select g.document_id as "documentId", g.position, g.version, g.places,
    coalesce(g.replaced, 0) as replaced,
    not exists (select 1 from plan_entries e where e.document_id = g.document_id and e.deleted_at is null) as "isDeleted"
  from replacement_pages g where g.replacement_id = $1::text`

export async function nextPage(db: Database, id: string, doing: Replacement['doing']): Promise<PageToDo | null> {
  const { rows } = await db.query<PageToDo>(
    doing === 'replace'
      ? `${ROW} and replaced is null order by position limit 1`
      : `${ROW} and replaced is not null and restored is null order by position limit 1`,
    [id],
  )
  return rows[0] ?? null
}

/** Says of a page that it is done, what came of it, and that the replacement is alive. */
export async function finishPage(
  db: Database,
  id: string,
  documentId: string,
  doing: Replacement['doing'],
  { count, note }: { readonly count: number; readonly note: string | null },
): Promise<void> {
  const [counted, noted] = doing === 'replace' ? ['replaced', 'note'] : ['restored', 'undo_note']
  await db.query(
    `with page as (update replacement_pages set ${counted} = $3::int, ${noted} = $4::text
        where replacement_id = $1::text and document_id = $2::text)
      update replacements set state = 'running', touched_at = now() where id = $1::text`,
    [id, documentId, count, note],
  )
}

/** Which document stands under which entry of a course: of these entries, those that are written. */
export async function listWritten(
  db: Database,
  courseId: string,
  entryIds: readonly string[],
): Promise<{ id: string; documentId: string }[]> {
  const { rows } = await db.query<{ id: string; documentId: string }>(
    `select e.id, e.document_id as "documentId" from unnest($2::text[]) with ordinality as asked (id, at)
      join plan_entries e on e.id = asked.id
      where e.course_id = $1::text and e.deleted_at is null and e.document_id is not null order by asked.at`,
    [courseId, entryIds],
  )
  return rows
}
