import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { minePage } from '../../server/reading/marks.server.ts'
import { listMarked } from '../../server/reading/queries.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/mine'

/** What somebody has marked in a course for themselves. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  return readingAnswer(request, minePage(found.visit, await listMarked(pool, params.courseId, found.person.id)))
}
