import { z } from 'zod'
import { isOpened } from '../../core/plan/kinds.ts'
import { pool } from '../../server/database/pool.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { searchEditions } from '../../server/reading/queries.server.ts'
import { searchPage } from '../../server/reading/search-page.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/search'

const query = z.object({ words: z.string().trim().max(200).catch(''), in: z.string().max(100).optional().catch(undefined) })

/** What was published in a course, or in one book of it, that holds some words; only what the reader may open by now. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  const { outline } = found.visit
  const asked = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const book = outline.find(asked.in ?? null)
  const open = outline.places.filter(({ id, kind, standing }) => isOpened(kind) && standing.shut === null && (!book || outline.path(id).includes(book)))
  const words = asked.words.toWellFormed().replaceAll('\0', '')
  const passages = words === '' ? [] : await searchEditions(pool, open.map(({ id }) => id), words)
  return readingAnswer(request, searchPage(found.visit, words, book ?? null, passages))
}
