import { isThere, shownToStudents } from '../../core/plan/shown.ts'
import type { Database } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { insertNotices } from '../notices/queries.server.ts'
import { listPlan } from '../plan/queries.server.ts'

/** Tells everybody in a course but whoever did it that something was published; in the application and by mail. Nobody is sent to what they can't find. */
export async function tellReaders(db: Database, told: { courseId: string; entryId: string; words: string }, personId: string): Promise<void> {
  const shown = shownToStudents(await listPlan(db, told.courseId), new Date()).get(told.entryId)
  if (!shown || !isThere(shown)) return
  const { rows } = await db.query<{ id: string }>(`select person_id as id from memberships where course_id = $1::text and role in ('student', 'guest')`, [told.courseId])
  await insertNotices(db, { ...told, sort: 'edition', address: `/read/${told.courseId}/${told.entryId}` }, rows.map(({ id }) => id), personId)
  await addJob(db, 'mail', {}, 'mail')
}
