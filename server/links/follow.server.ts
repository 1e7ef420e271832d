import type { Database } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'

/** So long after the last change of a title, in seconds, links follow it: nobody writes one in a single stroke. */
const TITLE_RESTS = 20

/** Has links in the course follow the new title of an entry, in the name of whoever changed it. */
export async function letLinksFollow(db: Database, entryId: string, personId: string): Promise<void> {
  await addJob(db, 'follow-title', { entryId, personId }, `title ${entryId}`, TITLE_RESTS)
}
