import { z } from 'zod'
import { isOpened } from '../../core/plan/kinds.ts'
import { typedWords } from '../../core/search/typed.ts'
import { searchTerms } from '../../core/search/terms.ts'
import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { searchEditions, searchPosts } from '../../server/reading/search.server.ts'
import { searchPage } from '../../server/reading/search-page.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/search'

const query = z.object({ words: typedWords, in: z.string().max(100).optional().catch(undefined) })

/**
 * What was published in a course, or in one book of it, and what people wrote under it, that holds some words; only
 * what the reader may open by now.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  const { outline } = found.visit
  const asked = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const book = outline.find(asked.in ?? null)
  const open = outline.places.filter(
    ({ id, kind, standing }) =>
      isOpened(kind) && standing.locked === null && (!book || outline.path(id).includes(book)),
  )
  const { words } = asked
  const terms = searchTerms(words)
  if (!terms) return readingAnswer(request, searchPage(found.visit, words, book ?? null, [], []))
  const search = {
    courseId: found.visit.course.course_id,
    language: found.visit.course.language,
    terms,
    entryIds: open.map(({ id }) => id),
  }
  const reader = {
    personId: found.person.id,
    isAuthor: found.isAuthor,
    postFirstIds: open.filter(({ settings }) => settings.postFirst).map(({ id }) => id),
  }
  const [passages, posts] = await Promise.all([searchEditions(pool, search), searchPosts(pool, search, reader)])
  return readingAnswer(request, searchPage(found.visit, words, book ?? null, passages, posts))
}
