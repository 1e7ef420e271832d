import { sayIn } from '../../core/words/say.ts'
import { questionsPaper } from '../../server/questions/paper.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/paper'
import { askedFilter } from './bank-filter.ts'

/** The questions that the bank shows just now, as a paper with their answers: for authors. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const { folder, kind, words } = askedFilter(new URL(request.url).searchParams)
  const look = { theme: themeOf(request), say: sayIn('en') }
  return readingAnswer(request, await questionsPaper(course, { folderId: folder, kind, words }, look))
}
