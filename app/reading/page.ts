import { redirect } from 'react-router'
import { z } from 'zod'
import type { EntryKind } from '../../core/plan/kinds.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findEditionPage } from '../../server/editions/queries.server.ts'
import { allowedOrigins } from '../../server/embeds/allowed.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { saidAsJson, sayTo } from '../../server/reading/practice.server.ts'
import { updateDone, updatePlace } from '../../server/reading/queries.server.ts'
import { pagePage, shutPage } from '../../server/reading/room.server.ts'
import { type Said, slotFiller } from '../../server/reading/slots.server.ts'
import { afterText, factsOf } from '../../server/reading/views.server.ts'
import { type PlaceVisit, visitPlace } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/page'

/** A published page, from its newest edition; what a lesson or unit is about; a book or a chapter of it. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitPlace(request, context, params.courseId, params.itemId)
  if (found instanceof Response) return found
  const elsewhere = found.isShut ? undefined : WRITTEN_IN[found.place.kind]
  if (elsewhere) throw redirect(`/${elsewhere}/${params.courseId}/${params.itemId}`)
  return answer(request, found, null)
}

/** Where students write, the page is a screen of the application. */
const WRITTEN_IN: Partial<Record<EntryKind, string>> = { discussion: 'discuss', assignment: 'assignments' }

const intent = z.enum(['done', 'undone', 'place']).nullable().catch(null)

/** What a reader does on a page: answers a practice question, marks it read, or leaves a mark where they are in a book. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const found = await visitPlace(request, context, params.courseId, params.itemId)
  if (found instanceof Response) return found
  if (found.isShut) return readingAnswer(request, shutPage(found.visit, found.place), { status: 403 })
  const form = await request.formData()
  const asked = intent.parse(form.get('intent'))
  if (asked === 'place') return keepPlace(found, form)
  if (asked) return markDone(request, found, asked === 'done')
  return answerQuestion(request, found, form)
}

const isFromScript = (request: Request): boolean => request.headers.get('Accept') === 'application/json'

async function answerQuestion(request: Request, found: PlaceVisit, form: FormData): Promise<Response> {
  const { edition } = found
  const page = edition && (await findEditionPage(pool, edition.document_id, edition.number))
  const said = page && edition ? await sayTo(page, { documentId: edition.document_id, edition: edition.number }, form) : null
  return isFromScript(request) ? saidAsJson(said) : answer(request, found, said)
}

/** What is done otherwise than by reading is not done by saying so. */
async function markDone(request: Request, { place, person, visit }: PlaceVisit, isDone: boolean): Promise<Response> {
  const isByReading = doneRule(place.kind, place.settings) === 'read'
  if (isByReading) await updateDone(pool, place.id, person.id, isDone)
  if (isFromScript(request)) return Response.json({ done: isByReading && isDone })
  return new Response(null, { status: 303, headers: { Location: visit.href(place.id) } })
}

async function keepPlace({ place, person, visit }: PlaceVisit, form: FormData): Promise<Response> {
  const book = visit.outline.path(place.id).find(({ kind }) => kind === 'book')
  const heading = z.string().max(200).catch('').parse(form.get('heading')).toWellFormed().replaceAll('\0', '')
  if (book && book.id !== place.id) await updatePlace(pool, book.id, person.id, place.id, heading)
  return new Response(null, { status: 204 })
}

async function answer(request: Request, found: PlaceVisit, said: Said | null): Promise<Response> {
  const { visit, place, edition, isShut } = found
  if (isShut) return readingAnswer(request, shutPage(visit, place), { status: 403 })
  const fill = edition ? await slotFiller({ documentId: edition.document_id, edition: edition.number }, said) : () => ''
  const view = { title: edition?.title ?? place.title, segments: edition?.segments ?? [], headings: edition?.headings ?? [], facts: factsOf(visit, place, edition), fill, after: await afterText(visit, place) }
  return readingAnswer(request, pagePage(visit, place, view), { players: await allowedOrigins() })
}
