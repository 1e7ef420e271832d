import { z } from 'zod'
import { statistics } from '../../core/document/statistics.ts'
import type { Node } from 'prosemirror-model'
import { renderPage } from '../../core/html/render.ts'
import { pool } from '../../server/database/pool.server.ts'
import { currentTree } from '../../server/documents/trees.server.ts'
import { allowedOrigins } from '../../server/embeds/allowed.server.ts'
import { findEntry } from '../../server/plan/queries.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import { saidAsJson, sayTo } from '../../server/reading/practice.server.ts'
import { type Said, slotFiller } from '../../server/reading/slots.server.ts'
import { findEditionPage } from '../../server/editions/queries.server.ts'
import { previewPage } from '../../server/reading/room.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/preview'

const query = z.object({ of: z.union([z.literal('work'), z.coerce.number().int().min(1)]).catch('work') })

/** What students would see, for the author's frame: the work in hand, or an edition by its number. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await find(request, context, params)
  return found instanceof Response ? found : answer(request, found, null)
}

/** An answer to a practice question, tried by the author. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const found = await find(request, context, params)
  if (found instanceof Response) return found
  const said = await sayTo(found.page, found.place, await request.formData())
  if (request.headers.get('Accept') === 'application/json') return saidAsJson(said)
  return answer(request, found, said)
}

interface Found {
  readonly page: Node
  readonly place: { documentId: string; edition: number | 'work' }
  readonly itemId: string
  readonly frame: Parameters<typeof previewPage>[1]
}

async function find(request: Request, context: Route.LoaderArgs['context'], params: { courseId: string; itemId: string }): Promise<Found | Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write')
  const { of } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const entry = await findEntry(pool, course.id, params.itemId)
  if (!entry?.documentId) return readingTrouble(request, context, 'no such place')
  const page = of === 'work' ? (await currentTree(pool, entry.documentId))?.page : await findEditionPage(pool, entry.documentId, of)
  if (!page) return readingTrouble(request, context, 'no such place')
  const frame = { course_id: course.id, course_title: course.title, language: course.language, direction: course.direction }
  return { page, itemId: entry.id, frame, place: { documentId: entry.documentId, edition: of } }
}

/** Rendered now, also an edition: the author sees what this version of Fieldstone makes of it. */
async function answer(request: Request, { page, place, itemId, frame }: Found, said: Said | null): Promise<Response> {
  const facts = [place.edition === 'work' ? 'work in hand' : `edition ${place.edition}`]
  const view = { ...renderPage(page), itemId, words: statistics(page).words, facts, fill: await slotFiller(place, said) }
  return readingAnswer(request, previewPage(themeOf(request), frame, view), { isPreview: true, players: await allowedOrigins() })
}
