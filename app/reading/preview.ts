import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { statisticsInSteps } from '../../core/document/statistics.ts'
import { renderInSteps } from '../../core/html/render.ts'
import { pool } from '../../server/database/pool.server.ts'
import { currentTree } from '../../server/documents/trees.server.ts'
import { findEditionPage, listEditions } from '../../server/editions/queries.server.ts'
import { allowedOrigins } from '../../server/embeds/allowed.server.ts'
import { exercisePart } from '../../server/exercises/pages.server.ts'
import { type FoundEntry, findEntry } from '../../server/plan/queries.server.ts'
import { readingAnswer } from '../../server/reading/answer.server.ts'
import type { Visit } from '../../server/reading/frame.server.ts'
import { inTurns } from '../../server/turns.server.ts'
import { Outline } from '../../core/reading/outline.ts'
import { saidAsJson, sayTo } from '../../server/reading/practice.server.ts'
import { courseShape } from '../../server/reading/shapes.server.ts'
import { CourseShape, type ShapeEntry } from '../../core/reading/course-shape.ts'
import { findCourseToRead } from '../../server/reading/queries.server.ts'
import { pagePage, lockedPage } from '../../server/reading/room.server.ts'
import { type Said, slotFiller } from '../../server/reading/slots.server.ts'
import { readingTrouble } from '../../server/reading/trouble.server.ts'
import { afterText } from '../../server/reading/views.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { sayIn } from '../../core/words/say.ts'
import { themeOf } from '../../server/web/theme.server.ts'
import type { Route } from './+types/preview'

const query = z.object({
  of: z.union([z.literal('work'), z.literal('edition'), z.coerce.number().int().min(1)]).catch('work'),
  /** The moment at which the made-up student looks; now when left out. */
  at: z.iso.datetime({ offset: true }).optional().catch(undefined),
  /** How much the made-up student has done. */
  done: z.enum(['nothing', 'before', 'all']).catch('nothing'),
})
type Asked = z.infer<typeof query>

/**
 * What a made-up student would see, for the author's frame: the work in hand or an edition, on a date, with some of it
 * done.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await find(request, context, params)
  return found instanceof Response ? found : answer(request, found, null)
}

/** An answer to a practice question, tried by the author. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const found = await find(request, context, params)
  if (found instanceof Response) return found
  const said = await sayTo(found.page, found.place, await request.formData(), found.visit)
  if (request.headers.get('Accept') === 'application/json') return saidAsJson(said, found.visit.say)
  return answer(request, found, said)
}

interface Found {
  readonly page: Node
  readonly place: { documentId: string; edition: number | 'work' }
  readonly entry: FoundEntry
  readonly visit: Visit
}

async function find(
  request: Request,
  context: Route.LoaderArgs['context'],
  params: { courseId: string; itemId: string },
): Promise<Found | Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write')
  const asked = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const entry = identifier.safeParse(params.itemId).success ? await findEntry(pool, course.id, params.itemId) : null
  const toRead = await findCourseToRead(pool, course.id, person.id)
  if (!entry?.documentId || !toRead) return readingTrouble(request, context, 'no such place')
  const edition =
    asked.of === 'edition' ? ((await listEditions(pool, entry.documentId))[0]?.number ?? 'work') : asked.of
  const page =
    edition === 'work'
      ? (await currentTree(pool, entry.documentId))?.page
      : await findEditionPage(pool, entry.documentId, edition)
  if (!page) return readingTrouble(request, context, 'no such place')
  const { entries } = await courseShape(toRead.course_id, toRead.outline_version)
  const shape = new CourseShape(await withWork(course.id, entries, entry, page))
  const outline = new Outline(shape, madeUp(shape, asked.done, entry.id), asked.at ? new Date(asked.at) : new Date())
  const rest = new URLSearchParams({ of: 'edition', done: asked.done, ...(asked.at ? { at: asked.at } : {}) })
  const visit: Visit = {
    course: toRead,
    person,
    outline,
    theme: themeOf(request),
    say: sayIn(toRead.language),
    path: '',
    isPreview: true,
    href: (id) => `/courses/${course.id}/items/${id}/preview?${rest.toString()}`,
  }
  return { page, entry, visit, place: { documentId: entry.documentId, edition } }
}

/**
 * The outline with the item that is looked at in it, published or not, and the book it stands in, which may not be
 * published either.
 */
async function withWork(
  courseId: string,
  outline: readonly ShapeEntry[],
  entry: FoundEntry,
  page: Node,
): Promise<ShapeEntry[]> {
  const shownAs = ({ id, parentId, kind, title, opensAt, settings }: FoundEntry, words: number): ShapeEntry => ({
    id,
    parentId,
    kind,
    title,
    words,
    opensAt,
    settings,
  })
  const mine = shownAs(
    { ...entry, title: page.firstChild?.textContent ?? '' },
    (await inTurns(statisticsInSteps(page))).words,
  )
  const all = outline.some(({ id }) => id === entry.id)
    ? outline.map((each) => (each.id === entry.id ? mine : each))
    : [...outline, mine]
  for (let { parentId } = entry; parentId !== null;) {
    const holder = await findEntry(pool, courseId, parentId)
    if (holder && !all.some(({ id }) => id === holder.id)) all.push(shownAs(holder, 0))
    parentId = holder?.parentId ?? null
  }
  return all
}

/** What the made-up student has done: nothing, everything, or all that stands before the item. */
function madeUp(shape: CourseShape, done: Asked['done'], hereId: string): string[] {
  const order = shape.nodes.map(({ entry }) => entry.id)
  return done === 'nothing' ? [] : done === 'all' ? order : order.slice(0, Math.max(0, order.indexOf(hereId)))
}

/** Rendered now, also an edition: the author sees what this version of Fieldstone makes of it. */
async function answer(
  request: Request,
  { page, place: from, entry, visit }: Found,
  said: Said | null,
): Promise<Response> {
  const place = visit.outline.find(entry.id)
  const options = { isPreview: true, players: await allowedOrigins() }
  if (place?.standing.locked) return readingAnswer(request, lockedPage(visit, place), options)
  if (!place) throw new Error(`The outline of a preview holds no ${entry.id}.`)
  const { words, minutes } = await inTurns(statisticsInSteps(page))
  const facts = [
    ...(words > 0 ? [visit.say('room.minutes', { count: minutes })] : []),
    from.edition === 'work' ? visit.say('room.workingVersion') : visit.say('room.edition', { number: from.edition }),
  ]
  const view = {
    ...(await inTurns(renderInSteps(page))),
    facts,
    fill: await slotFiller(from, visit.say, said),
    after:
      place.kind === 'exercise'
        ? await exercisePart(
            visit,
            place,
            {
              personId: visit.person.id,
              courseId: visit.course.course_id,
              place,
              documentId: from.documentId,
              edition: from.edition === 'work' ? 0 : from.edition,
              language: visit.course.language,
              say: visit.say,
            },
            { attempt: null, reason: null, isToEnd: false },
          )
        : await afterText(visit, place),
  }
  return readingAnswer(request, pagePage(visit, place, view), options)
}
