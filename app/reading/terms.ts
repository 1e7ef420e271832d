import { isOpened } from '../../core/plan/kinds.ts'
import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { listTerms } from '../../server/reading/terms.server.ts'
import { termsPage } from '../../server/reading/terms-page.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/terms'

/** What the pages of a course define that the reader may open by now. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  const { outline, course } = found.visit
  const open = outline.places.filter(({ kind, standing }) => isOpened(kind) && standing.locked === null)
  const terms = await listTerms(
    pool,
    course.course_id,
    open.map(({ id }) => id),
  )
  return readingAnswer(request, termsPage(found.visit, terms))
}
