import type { Database } from '../database/pool.server.ts'

/** What somebody has done last, in any course where they study; null when nothing. */
export async function findLastDone(
  db: Database,
  personId: string,
): Promise<{ courseId: string; entryId: string } | null> {
  const { rows } = await db.query<{ courseId: string; entryId: string }>(
    `select e.course_id as "courseId", e.id as "entryId" from progress pr
      join plan_entries e on e.id = pr.entry_id and e.deleted_at is null
      join memberships m on m.course_id = e.course_id and m.person_id = pr.person_id
     where pr.person_id = $1::text and pr.done_at is not null order by pr.done_at desc limit 1`,
    [personId],
  )
  return rows[0] ?? null
}
