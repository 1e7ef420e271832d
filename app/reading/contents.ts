import { isOpened } from '../../core/plan/kinds.ts'
import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { contentsPage } from '../../server/reading/room.server.ts'
import { hasTerms } from '../../server/reading/terms.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/contents'

/** What a course holds for its students. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  const open = found.visit.outline.places.filter(({ kind, standing }) => isOpened(kind) && standing.locked === null)
  const isGlossary = await hasTerms(
    pool,
    params.courseId,
    open.map(({ id }) => id),
  )
  return readingAnswer(request, contentsPage(found.visit, isGlossary))
}
