import type { Database } from '../database/pool.server.ts'

/** An entry whose title is another than links to it have as their words. */
export interface Renamed {
  readonly courseId: string
  readonly entryId: string
  readonly before: string
  readonly title: string
}

export async function findRenamed(db: Database, entryId: string): Promise<Renamed | null> {
  const { rows } = await db.query<Renamed>(
    `select course_id as "courseId", id as "entryId", linked_title as before, title from plan_entries
      where id = $1::text and linked_title is not null`,
    [entryId],
  )
  return rows[0] ?? null
}

/** Links have followed to this title; when it has changed meanwhile, it is the one that they follow from. */
export async function setLinkedTitle(db: Database, { entryId, before, title }: Renamed): Promise<void> {
  await db.query(
    `update plan_entries set linked_title = case when title = $3::text then null else $3::text end
      where id = $1::text and linked_title = $2::text`,
    [entryId, before, title],
  )
}

/** The documents of a course in which an entry is linked to, or was not long ago. */
export async function listLinking(db: Database, courseId: string, entryId: string): Promise<string[]> {
  // Ids are made of letters, digits, - and _ alone: nothing in them means anything to a pattern.
  const { rows } = await db.query<{ id: string }>(
    `select d.id from documents d
      cross join lateral (select version, content from snapshots where document_id = d.id order by version desc
        limit 1) sn
      where d.course_id = $1::text and (sn.content::text ~ $2::text or exists (select 1 from batches b
        where b.document_id = d.id and b.version > sn.version and b.steps::text ~ $2::text))
      order by d.id`,
    [courseId, `"href":"${entryId}(#[^"]*)?"`],
  )
  return rows.map(({ id }) => id)
}
