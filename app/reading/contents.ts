import { readingAnswer } from '../../server/reading/answer.server.ts'
import { contentsPage } from '../../server/reading/room.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/contents'

/** What a course holds for its students. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  return found instanceof Response ? found : readingAnswer(request, contentsPage(found.visit))
}
