import { z } from 'zod'
import { statistics } from '../../core/document/statistics.ts'
import { renderPage, segments } from '../../core/html/render.ts'
import { pool } from '../../server/database/pool.server.ts'
import { currentTree } from '../../server/documents/trees.server.ts'
import { findEditionHtml } from '../../server/editions/queries.server.ts'
import { findEntry } from '../../server/plan/queries.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import { previewPage } from '../../server/reading/room.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/preview'

const query = z.object({ of: z.union([z.literal('work'), z.coerce.number().int().min(1)]).catch('work') })

/** What students would see, for the author's frame: the work in hand, or an edition by its number. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const { of } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const entry = await findEntry(pool, course.id, params.itemId)
  if (!entry?.documentId) return readingTrouble(request, context, 'no such place')
  const frame = { course_id: course.id, course_title: course.title, language: course.language, direction: course.direction }
  const theme = themeOf(request)
  if (of === 'work') {
    const tree = await currentTree(pool, entry.documentId)
    if (!tree) return readingTrouble(request, context, 'no such place')
    const rendered = renderPage(tree.page)
    const view = { ...rendered, itemId: entry.id, words: statistics(tree.page).words, facts: ['work in hand'] }
    return readingAnswer(request, previewPage(theme, frame, view), { isPreview: true })
  }
  const edition = await findEditionHtml(pool, entry.documentId, of)
  if (!edition) return readingTrouble(request, context, 'no such place')
  const view = { itemId: entry.id, title: edition.title, segments: segments.parse(edition.segments), headings: [], words: edition.words, facts: [`edition ${of}`] }
  return readingAnswer(request, previewPage(theme, frame, view), { isPreview: true })
}
