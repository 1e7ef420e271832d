import type { Node } from 'prosemirror-model'
import { mapShelfItems, shelfItemsOf } from '../../core/document/shelf-items.ts'
import { forOtherCourse, type Moved } from '../../core/templates/other-course.ts'
import type { Database } from '../database/pool.server.ts'
import { copyShelfItems, type Journey } from '../shelf/copy.server.ts'

/** What a template or snippet holds, as a course can have it: from whatever course it is, its pictures come along. */
export async function broughtAlong(db: Database, journey: Journey, held: Node): Promise<Moved> {
  if (journey.fromCourseId === journey.courseId) return { page: held, notes: [] }
  const { page, notes } = forOtherCourse(held)
  const copies = await copyShelfItems(db, journey, shelfItemsOf(page))
  return { page: mapShelfItems(page, (item) => copies.get(item) ?? null), notes }
}
