import { may } from '../../core/access/access.ts'
import { pool } from '../../server/database/pool.server.ts'
import { allowedOrigins } from '../../server/embeds/allowed.server.ts'
import { longDate } from '../../server/reading/dates.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import { saidAsJson, sayTo } from '../../server/reading/practice.server.ts'
import { type EditionToRead, findEditionToRead } from '../../server/reading/queries.server.ts'
import { pagePage } from '../../server/reading/room.server.ts'
import { type Said, slotFiller } from '../../server/reading/slots.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { findEditionPage } from '../../server/editions/queries.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import type { Person } from '../../server/people/queries.server.ts'
import type { Route } from './+types/page'

/** A published page, from its newest edition. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await find(request, context, params)
  return found instanceof Response ? found : answer(request, params.itemId, found, null)
}

/** An answer to a practice question of the page: the page again with what is said to it, or that alone for our script. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const found = await find(request, context, params)
  if (found instanceof Response) return found
  const { document_id: documentId, number } = found.edition
  const page = await findEditionPage(pool, documentId, number)
  const said = page && (await sayTo(page, { documentId, edition: number }, await request.formData()))
  if (request.headers.get('Accept') === 'application/json') return saidAsJson(said)
  return answer(request, params.itemId, found, said)
}

interface Found {
  readonly person: Person
  readonly edition: EditionToRead
}

async function find(request: Request, context: Route.LoaderArgs['context'], params: { courseId: string; itemId: string }): Promise<Found | Response> {
  if (context.isDatabaseDown) return readingTrouble(request, context, 'database')
  const person = requirePerson(context, request)
  const edition = await findEditionToRead(pool, params.courseId, params.itemId, person.id)
  if (!edition || !may({ isManager: person.isManager, role: edition.role }, 'read')) return readingTrouble(request, context, 'no such place')
  return { person, edition }
}

async function answer(request: Request, itemId: string, { person, edition }: Found, said: Said | null): Promise<Response> {
  const date = longDate(edition.language, edition.time_zone).format(edition.published_at)
  const facts = [`edition ${edition.number}`, `last edited ${date}`, ...(edition.note ? [`changed: ${edition.note}`] : [])]
  const fill = await slotFiller({ documentId: edition.document_id, edition: edition.number }, said)
  const view = { itemId, title: edition.title, segments: edition.segments, headings: edition.headings, words: edition.words, facts, fill }
  return readingAnswer(request, pagePage({ path: new URL(request.url).pathname, theme: themeOf(request) }, edition, person, view), { players: await allowedOrigins() })
}
