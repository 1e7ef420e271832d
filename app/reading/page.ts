import { redirect } from 'react-router'
import { z } from 'zod'
import { type EntryKind, isOpened } from '../../core/plan/kinds.ts'
import { updateFollow } from '../../server/discussions/queries.server.ts'
import {
  answerQuestion as answerBank,
  type AttemptQuestion,
  begin,
  finish,
  questionsInPage,
  type Solver,
} from '../../server/exercises/exercise.server.ts'
import { isAnswered } from '../../server/exercises/queries.server.ts'
import { exercisePart } from '../../server/exercises/pages.server.ts'
import { questionHtml } from '../../server/exercises/render.server.ts'
import { html, type SafeHtml } from '../../core/tree/template.ts'
import { doneRule } from '../../core/plan/settings.ts'
import { tooManyWords } from '../../server/discussions/too-many.server.ts'
import { MISSING_LENGTH, missingWords } from '../../core/reading/missing.ts'
import { sayMissing, sayWhetherHelped } from '../../server/reading/helped.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findEditionPage } from '../../server/editions/queries.server.ts'
import { type EditionContent, editionContent } from '../../server/reading/edition-content.server.ts'
import { playersOf, questionIds, readPageOf } from '../../server/reading/read-page.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import { saidAsJson, sayTo } from '../../server/reading/practice.server.ts'
import { updateBookmark, updateDone, updatePlace } from '../../server/reading/queries.server.ts'
import { lockedPage } from '../../server/reading/room.server.ts'
import type { Said } from '../../server/reading/slots.server.ts'
import { type PlaceVisit, visitPlace } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/page'

/** A published page, from its newest edition; what a lesson or unit is about; a book or a chapter of it. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitPlace(request, context, params.courseId, params.itemId)
  if (found instanceof Response) return found
  const elsewhere = found.isLocked ? undefined : WRITTEN_IN[found.place.kind]
  if (elsewhere) throw redirect(`/${elsewhere}/${params.courseId}/${params.itemId}`)
  return answer(request, found, null)
}

/** Where students write, the page is a screen of the application. */
const WRITTEN_IN: Partial<Record<EntryKind, string>> = { discussion: 'discuss', assignment: 'assignments' }

const intent = z
  .enum([
    'done',
    'undone',
    'place',
    'begin',
    'finish',
    'answer',
    'hint',
    'helped',
    'not yet',
    'missing',
    'bookmark',
    'no bookmark',
    'follow',
    'no follow',
  ])
  .nullable()
  .catch(null)

/**
 * What a reader does on a page: answers a practice question, marks it read, or leaves a mark where they are in a book.
 */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const found = await visitPlace(request, context, params.courseId, params.itemId)
  if (found instanceof Response) return found
  if (found.isLocked) return readingAnswer(request, lockedPage(found.visit, found.place), { status: 403 })
  const form = await request.formData()
  const asked = intent.parse(form.get('intent'))
  if (asked === 'place') return keepPlace(found, form)
  if (asked === 'done' || asked === 'undone') return markDone(request, found, asked === 'done')
  if (asked === 'begin' || asked === 'finish' || asked === 'answer' || asked === 'hint')
    return solve(request, found, asked, form)
  if (asked === 'missing') return takeMissing(request, found, form)
  if (asked) return mark(found, asked)
  return answerQuestion(request, found, form)
}

const isFromScript = (request: Request): boolean => request.headers.get('Accept') === 'application/json'

async function answerQuestion(request: Request, found: PlaceVisit, form: FormData): Promise<Response> {
  const { edition } = found
  const page = edition && (await findEditionPage(pool, edition.document_id, edition.number))
  const said =
    page && edition
      ? await sayTo(page, { documentId: edition.document_id, edition: edition.number }, form, found.visit)
      : null
  return isFromScript(request) ? saidAsJson(said, found.visit.say) : answer(request, found, said)
}

/** What is done otherwise than by reading is not done by saying so. */
async function markDone(request: Request, { place, person, visit }: PlaceVisit, isDone: boolean): Promise<Response> {
  const isByReading = doneRule(place.kind, place.settings) === 'read'
  if (isByReading) await updateDone(pool, place.id, person.id, isDone)
  if (isFromScript(request)) return Response.json({ done: isByReading && isDone })
  return new Response(null, { status: 303, headers: { Location: visit.href(place.id) } })
}

/**
 * What a reader misses in a page. Words that can't be taken stand in the field again, with what is wrong; the field
 * itself takes no longer ones.
 */
async function takeMissing(request: Request, found: PlaceVisit, form: FormData): Promise<Response> {
  const { place, person, visit } = found
  const parsed = missingWords.safeParse(form.get('missing'))
  const tooMany = tooManyWords({ personId: person.id, say: visit.say }, 'post')
  if (parsed.success && !tooMany) {
    await sayMissing(found, parsed.data)
    return new Response(null, { status: 303, headers: { Location: visit.href(place.id) } })
  }
  const typed = z.string().max(10_000).catch('').parse(form.get('missing'))
  const problem = tooMany ?? visit.say('room.missingTrouble', { most: MISSING_LENGTH })
  return answer(request, { ...found, marks: { ...found.marks, missing: typed, problem } }, null, 422)
}

/** What a reader says of a page, and marks for themselves. */
async function mark(
  { place, person, visit }: PlaceVisit,
  asked: 'helped' | 'not yet' | 'bookmark' | 'no bookmark' | 'follow' | 'no follow',
): Promise<Response> {
  if (asked === 'helped' || asked === 'not yet') await sayWhetherHelped({ place, person, visit }, asked === 'helped')
  else if (asked === 'bookmark' || asked === 'no bookmark')
    await updateBookmark(pool, place.id, person.id, asked === 'bookmark')
  else await updateFollow(pool, place.id, person.id, asked === 'follow')
  return new Response(null, { status: 303, headers: { Location: visit.href(place.id) } })
}

async function keepPlace({ place, person, visit }: PlaceVisit, form: FormData): Promise<Response> {
  const book = visit.outline.path(place.id).find(({ kind }) => kind === 'book')
  const heading = z.string().max(200).catch('').parse(form.get('heading')).toWellFormed().replaceAll('\0', '')
  if (book && book.id !== place.id) await updatePlace(pool, book.id, person.id, place.id, heading)
  return new Response(null, { status: 204 })
}

async function answer(request: Request, found: PlaceVisit, said: Said | null, status = 200): Promise<Response> {
  const { visit, place, edition, isLocked } = found
  if (isLocked) return readingAnswer(request, lockedPage(visit, place), { status: 403 })
  const content = edition ? await editionContent(edition) : { segments: [], headings: [] }
  const questions = await questionsOfPage(found, content)
  const after =
    place.kind === 'exercise' ? { after: await exercisePart(visit, place, solver(found), attemptAsked(request)) } : {}
  // Notes of a lesson and questions bring their own players.
  const isAlone = isOpened(place.kind) && place.kind !== 'exercise' && questions.size === 0
  return readingAnswer(request, await readPageOf(found, content, said, { questions, ...after }), {
    players: await playersOf(isAlone ? (edition?.players ?? null) : null),
    status,
  })
}

const attemptQuery = z.object({
  attempt: z.coerce.number().int().min(1).max(100_000).nullable().catch(null),
  reason: z.string().max(200).nullable().catch(null),
  isToEnd: z
    .literal('ask')
    .transform(() => true)
    .catch(false),
})

function attemptAsked(request: Request): z.infer<typeof attemptQuery> {
  const query = new URL(request.url).searchParams
  return attemptQuery.parse({
    attempt: query.get('attempt'),
    reason: query.get('reason'),
    isToEnd: query.get('finish'),
  })
}

function solver({ person, place, edition, course, visit }: PlaceVisit): Solver {
  return {
    personId: person.id,
    courseId: course.course_id,
    place,
    documentId: edition?.document_id ?? '',
    edition: edition?.number ?? 0,
    language: course.language,
    say: visit.say,
  }
}

/** The questions of the bank that stand in a page, as this reader has them. */
async function questionsOfPage(found: PlaceVisit, content: EditionContent): Promise<Map<string, SafeHtml>> {
  const ids = questionIds(content)
  if (ids.length === 0) return new Map()
  const shown = await questionsInPage(solver(found), ids)
  return new Map(
    ids.map((id) => {
      const question = shown.get(id)
      return [id, question ? inPage(found, question) : questionGone(found)]
    }),
  )
}

const questionGone = ({ visit }: PlaceVisit): SafeHtml => html`<p class="soft">${visit.say('room.questionGone')}</p>`

function inPage({ course, visit }: PlaceVisit, shown: AttemptQuestion): SafeHtml {
  return questionHtml(shown, {
    courseId: course.course_id,
    language: course.language,
    say: visit.say,
    attempt: 0,
    number: 0,
    isTold: isAnswered(shown.answer),
    isJudged: true,
    mayAnswer: true,
    isPreview: false,
  })
}

const solved = z.object({ attempt: z.coerce.number().int().min(0).max(100_000), bank: z.string().max(60) })

/** What is done with questions: an attempt begun or finished, a question answered, a hint taken. */
async function solve(
  request: Request,
  found: PlaceVisit,
  asked: 'begin' | 'finish' | 'answer' | 'hint',
  form: FormData,
): Promise<Response> {
  const { visit, place, edition } = found
  const who = solver(found)
  const back = (search: string): Response =>
    new Response(null, { status: 303, headers: { Location: `${visit.href(place.id)}${search}` } })
  if (!edition) return answer(request, found, null)
  if (asked === 'begin') {
    const begun = place.kind === 'exercise' ? await begin(who) : { reason: who.say('exercise.nothingToBegin') }
    return back('number' in begun ? '' : `?reason=${encodeURIComponent(begun.reason)}`)
  }
  const number = z.coerce.number().int().min(0).max(100_000).catch(0).parse(form.get('attempt'))
  if (asked === 'finish') {
    const isOver = await finish(who, number, form.get('sure') === 'yes')
    return back(isOver ? `?attempt=${number}` : `?attempt=${number}&finish=ask#finish`)
  }
  const parsed = solved.safeParse({ attempt: form.get('attempt'), bank: form.get('bank') })
  const values = form.getAll('response').filter((value) => typeof value === 'string')
  const shown = parsed.success
    ? await answerBank(
        who,
        number,
        parsed.data.bank,
        asked === 'hint' ? { intent: 'hint' } : { intent: 'answer', response: values },
      )
    : null
  if (!shown)
    return isFromScript(request) ? Response.json({ reason: who.say('exercise.noLonger') }, { status: 400 }) : back('')
  if (!isFromScript(request)) return back(`#q-${shown.question.id}`)
  if (number === 0) return Response.json({ html: inPage(found, shown).text })
  return withAnswer(place, shown, form, who, number)
}

/** The question with what is said to its answer, for the script that asked. */
function withAnswer(
  place: PlaceVisit['place'],
  shown: NonNullable<Awaited<ReturnType<typeof answerBank>>>,
  form: FormData,
  who: Solver,
  number: number,
): Response {
  const { settings } = place
  const isTold = settings.feedback === 'at once' && isAnswered(shown.answer)
  const at = z.coerce.number().int().min(0).max(1000).catch(0).parse(form.get('number'))
  return Response.json({
    html: questionHtml(shown, {
      courseId: who.courseId,
      language: who.language,
      say: who.say,
      attempt: number,
      number: at,
      isTold,
      isJudged: settings.feedback === 'at once',
      mayAnswer: settings.mode === 'practice' || settings.feedback !== 'at once' || !isAnswered(shown.answer),
      isPreview: false,
    }).text,
  })
}
