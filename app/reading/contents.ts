import { may } from '../../core/access/access.ts'
import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import { findCourseToRead } from '../../server/reading/queries.server.ts'
import { contentsPage } from '../../server/reading/room.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import type { Route } from './+types/contents'

/** What a course holds for its students. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const person = requirePerson(context, request)
  const course = await findCourseToRead(pool, params.courseId, person.id)
  if (!course || !may({ isManager: person.isManager, role: course.role }, 'read')) return readingTrouble(request, context, 'no such place')
  return readingAnswer(request, contentsPage({ path: new URL(request.url).pathname, theme: themeOf(request) }, course, person))
}
