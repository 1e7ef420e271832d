import { z } from 'zod'
import { ENTRY_KINDS, type EntryKind } from '../../core/plan/kinds.ts'
import { type EntrySettings, readSettings } from '../../core/plan/settings.ts'
import type { PlanEntry } from '../../core/plan/tree.ts'
import type { Database } from '../database/pool.server.ts'

const kind = z.enum(ENTRY_KINDS)

/** How an item stands between author and students. */
export type ItemState = 'draft' | 'published' | 'edited'

/** An entry of the plan as the author sees it. */
export interface PlanRow extends PlanEntry {
  readonly title: string
  readonly documentId: string | null
  readonly state: ItemState | null
  readonly edition: number | null
  readonly words: number
  /** Findings of the proof that nobody has set aside. */
  readonly findings: number
  /** Who wrote last and when (ISO 8601), while it is not published. */
  readonly lastPerson: string | null
  readonly lastAt: string | null
  /** When it opens for students (ISO 8601); null at once. */
  readonly opensAt: string | null
  readonly settings: EntrySettings
}

const planRow = z.object({
  id: z.string(),
  parent_id: z.string().nullable(),
  kind,
  title: z.string(),
  document_id: z.string().nullable(),
  words: z.number().nullable(),
  findings: z.number().nullable(),
  version: z.number().nullable(),
  last_at: z.date().nullable(),
  last_person: z.string().nullable(),
  edition: z.number().nullable(),
  edition_version: z.number().nullable(),
  opens_at: z.date().nullable(),
  settings: z.unknown(),
  questions_changed_at: z.date().nullable(),
  published_at: z.date().nullable(),
})

/** The entries of a course that are not deleted; siblings in their order. */
export async function listPlan(db: Database, courseId: string): Promise<PlanRow[]> {
  const { rows } = await db.query(
    `select e.id, e.parent_id, e.kind, e.title, e.document_id, e.opens_at, e.settings, d.words, d.findings,
      d.questions_changed_at, b.version, b.created_at as last_at, p.name as last_person,
       ed.number as edition, ed.version as edition_version, ed.published_at
     from plan_entries e
     left join documents d on d.id = e.document_id
     left join lateral (select version, created_at, person_id from batches where document_id = e.document_id
       order by base desc limit 1) b on true
     left join people p on p.id = b.person_id
     left join lateral (select number, version, published_at from editions where document_id = e.document_id
       order by number desc limit 1) ed on true
     where e.course_id = $1::text and e.deleted_at is null order by e.position, e.id`,
    [courseId],
  )
  return rows.map((unknownRow) => {
    const row = planRow.parse(unknownRow)
    const state =
      row.document_id === null
        ? null
        : row.edition === null
          ? 'draft'
          : (row.version ?? 0) > (row.edition_version ?? 0) ||
              (row.questions_changed_at && row.published_at && row.questions_changed_at > row.published_at)
            ? 'edited'
            : 'published'
    return {
      id: row.id,
      parentId: row.parent_id,
      kind: row.kind,
      title: row.title,
      documentId: row.document_id,
      state,
      edition: row.edition,
      words: row.words ?? 0,
      findings: row.findings ?? 0,
      lastPerson: state === 'published' ? null : row.last_person,
      lastAt: state === 'published' ? null : (row.last_at?.toISOString() ?? null),
      opensAt: row.opens_at?.toISOString() ?? null,
      settings: readSettings(row.settings),
    }
  })
}

/** Says that the plan has changed, and keeps others from changing it until the transaction ends. */
export async function growPlanVersion(db: Database, courseId: string): Promise<void> {
  await db.query('update courses set plan_version = plan_version + 1 where id = $1::text', [courseId])
}

/** A plan that is read after this holds every change up to this version. */
export async function getPlanVersion(db: Database, courseId: string): Promise<number> {
  const { rows } = await db.query<{ version: string }>(
    'select plan_version as version from courses where id = $1::text',
    [courseId],
  )
  return Number(rows[0]?.version ?? 0)
}

/** The bare shape of a plan, with the course locked until the transaction ends: one change of a plan at a time. */
export async function lockPlan(db: Database, courseId: string): Promise<PlanEntry[]> {
  await growPlanVersion(db, courseId)
  return listShape(db, courseId)
}

/** What stands under what in a course, in its order. */
export async function listShape(db: Database, courseId: string): Promise<PlanEntry[]> {
  const { rows } = await db.query<{ id: string; parent_id: string | null; kind: EntryKind }>(
    `select id, parent_id, kind from plan_entries where course_id = $1::text and deleted_at is null
      order by position, id`,
    [courseId],
  )
  return rows.map((row) => ({ id: row.id, parentId: row.parent_id, kind: row.kind }))
}

/** Which of these ids belong to entries or documents already, and of which course. */
export async function listTakenIds(db: Database, ids: readonly string[]): Promise<{ id: string; courseId: string }[]> {
  const { rows } = await db.query<{ id: string; courseId: string }>(
    `select id, course_id as "courseId" from plan_entries where id = any($1::text[]) union select id, course_id
      from documents where id = any($1::text[])`,
    [ids],
  )
  return rows
}

/** Whether one deletion took a unit. */
export async function bringsUnit(db: Database, courseId: string, deletionId: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `select 1 from plan_entries where course_id = $1::text and deletion_id = $2::text and kind = 'unit' limit 1`,
    [courseId, deletionId],
  )
  return rowCount === 1
}

export interface EntryRow {
  readonly id: string
  readonly parentId: string | null
  readonly kind: EntryKind
  readonly title: string
  readonly documentId: string | null
  readonly opensAt?: string | null
  readonly settings?: Partial<EntrySettings>
}

export async function insertEntries(db: Database, courseId: string, entries: readonly EntryRow[]): Promise<void> {
  await db.query(
    `insert into plan_entries (id, course_id, parent_id, kind, title, position, document_id, opens_at, settings)
     select id, $1::text, parent_id, kind, title, position, document_id, opens_at, settings
     from unnest($2::text[], $3::text[], $4::text[], $5::text[], $6::text[], $7::timestamptz[],
       $8::json[]) with ordinality
       as given (id, parent_id, kind, title, document_id, opens_at, settings, position)`,
    [
      courseId,
      entries.map((e) => e.id),
      entries.map((e) => e.parentId),
      entries.map((e) => e.kind),
      entries.map((e) => e.title),
      entries.map((e) => e.documentId),
      entries.map((e) => e.opensAt ?? null),
      entries.map((e) => JSON.stringify(e.settings ?? {})),
    ],
  )
}

/** Puts these entries under a parent, in this order. */
export async function orderEntries(
  db: Database,
  courseId: string,
  parentId: string | null,
  order: readonly string[],
): Promise<void> {
  await db.query(
    `update plan_entries e set parent_id = $2::text, position = given.position
     from unnest($3::text[]) with ordinality as given (id, position) where e.id = given.id and e.course_id = $1::text`,
    [courseId, parentId, order],
  )
}

/** An entry with all that is set about it. */
export type FoundEntry = EntryRow & { readonly opensAt: string | null; readonly settings: EntrySettings }

export async function findEntry(db: Database, courseId: string, id: string): Promise<FoundEntry | null> {
  const { rows } = await db.query<{
    id: string
    parent_id: string | null
    kind: EntryKind
    title: string
    document_id: string | null
    opens_at: Date | null
    settings: unknown
  }>(
    `select id, parent_id, kind, title, document_id, opens_at, settings from plan_entries
      where course_id = $1::text and id = $2::text and deleted_at is null`,
    [courseId, id],
  )
  const row = rows[0]
  return row
    ? {
        id: row.id,
        parentId: row.parent_id,
        kind: row.kind,
        title: row.title,
        documentId: row.document_id,
        opensAt: row.opens_at?.toISOString() ?? null,
        settings: readSettings(row.settings),
      }
    : null
}

/** The entry whose text a document is, with what its course needs to know for publishing it. */
export async function findEntryOfDocument(
  db: Database,
  documentId: string,
): Promise<{ id: string; kind: EntryKind; courseId: string; language: string } | null> {
  const { rows } = await db.query<{ id: string; kind: EntryKind; courseId: string; language: string }>(
    `select e.id, e.kind, e.course_id as "courseId", c.language from plan_entries e join courses c on c.id = e.course_id
      where e.document_id = $1::text`,
    [documentId],
  )
  return rows[0] ?? null
}

/** Sets when an entry opens and what else is set about it. */
export async function updateSettings(
  db: Database,
  courseId: string,
  id: string,
  opensAt: string | null,
  settings: EntrySettings,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update plan_entries set opens_at = $3::timestamptz, settings = $4::json
      where course_id = $1::text and id = $2::text and deleted_at is null`,
    [courseId, id, opensAt, JSON.stringify(settings)],
  )
  return rowCount === 1
}

/** Gives an entry its document. */
export async function updateDocument(db: Database, courseId: string, id: string, documentId: string): Promise<void> {
  await db.query('update plan_entries set document_id = $3::text where course_id = $1::text and id = $2::text', [
    courseId,
    id,
    documentId,
  ])
}

/** The title of an entry without a page; the one that links to it have as their words is kept for these. */
export async function updateTitle(db: Database, courseId: string, id: string, title: string): Promise<void> {
  await db.query(
    `update plan_entries set title = $3::text, linked_title = coalesce(linked_title, nullif(title, ''))
      where course_id = $1::text and id = $2::text and title <> $3::text`,
    [courseId, id, title],
  )
}

/** Marks entries and their documents deleted, in one go that can be undone in one go. */
export async function deleteEntries(
  db: Database,
  courseId: string,
  ids: readonly string[],
  deletionId: string,
): Promise<void> {
  await db.query(
    `with gone as (
       update plan_entries set deleted_at = now(), deletion_id = $3::text
       where course_id = $1::text and id = any($2::text[]) and deleted_at is null returning document_id),
     deleted as (update documents set deleted_at = now() where id in (select document_id from gone) returning id)
     select pg_notify('fieldstone_gone', id || ' deleted') from deleted`,
    [courseId, ids, deletionId],
  )
}

/**
 * Brings back what one deletion took. Returns how many entries came back. What stood in something that was deleted
 * meanwhile stands in the first unit then; chapters without their book are pages, parts of it lessons.
 */
export async function restoreEntries(db: Database, courseId: string, deletionId: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    `with lost as (
       select e.id from plan_entries e
         where e.course_id = $1::text and e.deletion_id = $2::text and e.parent_id is not null
         and not exists (select 1 from plan_entries p
           where p.id = e.parent_id and (p.deleted_at is null or p.deletion_id = $2::text))),
     back as (
       update plan_entries e set deleted_at = null, deletion_id = null,
         parent_id = case when e.id in (select id from lost)
           then (select id from plan_entries u where u.course_id = $1::text and u.kind = 'unit' and u.deleted_at is null
             order by position limit 1) else parent_id end,
         kind = case when e.kind = 'bookPart' and e.id in (select id from lost) then 'lesson'
           when e.kind = 'chapter' and (e.id in (select id from lost) or e.parent_id in (select id
             from lost)) then 'page' else e.kind end
       where course_id = $1::text and deletion_id = $2::text returning document_id),
     documents_back as (update documents set deleted_at = null where id in (select document_id from back) returning id),
     told as (select pg_notify('fieldstone_gone', id || ' restored') from documents_back)
     select (select count(*) from back)::int as count, (select count(*) from told) as told`,
    [courseId, deletionId],
  )
  return rows[0]?.count ?? 0
}
