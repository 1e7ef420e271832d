import { type Say, sayIn } from '../../core/words/say.ts'
import { CourseShape } from '../../core/reading/course-shape.ts'
import type { Database } from '../database/pool.server.ts'
import { tell } from '../notices/tell.server.ts'
import { findShape } from '../reading/queries.server.ts'

/**
 * Tells everybody in a course but whoever did it that something was published; in the application and by mail. Nobody
 * is sent to what they can't find.
 */
export async function tellReaders(
  db: Database,
  told: { courseId: string; entryId: string; words: (say: Say) => string },
  personId: string,
): Promise<void> {
  const found = await findShape(db, told.courseId)
  if (!found || !new CourseShape(found.entries).find(told.entryId)) return
  await tell(db, {
    ...told,
    words: told.words(sayIn(found.language)),
    type: 'edition',
    address: `/read/${told.courseId}/${told.entryId}`,
    roles: ['student', 'guest'],
    isToFollowers: false,
    personIds: [],
    exceptId: personId,
  })
}
