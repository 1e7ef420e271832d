import { Step, Transform } from 'prosemirror-transform'
import { may } from '../../core/access/access.ts'
import { schema } from '../../core/document/schema.ts'
import { replaceWords, standingPlaces, takeBack } from '../../core/replace/places.ts'
import type { AskedReplacement } from '../../core/replace/wire.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { logSince } from '../documents/accept-batch.server.ts'
import { appendSteps } from '../documents/append-steps.server.ts'
import { findBatch } from '../documents/queries.server.ts'
import { tailSince } from '../documents/trees.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { log } from '../log.server.ts'
import type { PlanResult } from '../plan/plan.server.ts'
import {
  areOfCourse,
  findAsker,
  findReplacement,
  finishPage,
  insertReplacement,
  isReplacing,
  nextPage,
  type PageToDo,
  setDoing,
  setState,
} from './queries.server.ts'

/** So many places become one batch of a page's log. */
const PLACES_A_BATCH = 200

const BUSY: PlanResult<never> = {
  ok: false,
  reason: 'Words are being replaced in this course just now. Wait until that is done.',
}

/** Begins to replace words in pages of a course; a job does it, page by page. */
export async function beginReplacing(
  courseId: string,
  personId: string,
  asked: AskedReplacement,
): Promise<PlanResult<{ id: string }>> {
  const before = await findReplacement(pool, asked.id)
  // The same request once more: its answer was lost.
  if (before?.courseId === courseId) return { ok: true, id: asked.id }
  if (before) return { ok: false, reason: 'This can’t be begun. Look for the words again.' }
  if (await isReplacing(pool, courseId)) return BUSY
  const documentIds = asked.pages.map(({ documentId }) => documentId)
  if (!(await areOfCourse(pool, courseId, documentIds)))
    return { ok: false, reason: 'Some of these pages are no longer in this course. Look for the words again.' }
  return transaction(async (db) => {
    await insertReplacement(db, courseId, personId, asked)
    await addJob(db, 'replace', { id: asked.id, personId }, `replace-${asked.id}`)
    return { ok: true, id: asked.id }
  })
}

/** Takes a whole replacement back. */
export async function undoReplacing(
  courseId: string,
  personId: string,
  id: string,
): Promise<PlanResult<{ id: string }>> {
  if (await isReplacing(pool, courseId)) return BUSY
  return takeUp(courseId, personId, id, 'undo', 'done', 'It is taken back already.')
}

/** Goes on with one that was broken off, in whichever direction it went. */
export async function goOn(courseId: string, personId: string, id: string): Promise<PlanResult<{ id: string }>> {
  const doing = (await findReplacement(pool, id))?.doing ?? 'replace'
  return takeUp(courseId, personId, id, doing, 'failed', 'There is nothing to go on with.')
}

const takeUp = (
  courseId: string,
  personId: string,
  id: string,
  doing: 'replace' | 'undo',
  from: 'done' | 'failed',
  otherwise: string,
): Promise<PlanResult<{ id: string }>> =>
  transaction(async (db) => {
    if (!(await setDoing(db, courseId, id, doing, from))) return { ok: false, reason: otherwise }
    await addJob(db, 'replace', { id, personId }, `replace-${id}`)
    return { ok: true, id }
  })

/** The job: page by page, so that one that was broken off goes on where it was. */
export async function runReplacing({
  id,
  personId,
}: {
  readonly id: string
  readonly personId: string
}): Promise<void> {
  const found = await findReplacement(pool, id)
  if (!found || found.state === 'done') return
  try {
    if (!may(await findAsker(pool, found.courseId, personId), 'write'))
      return await setState(pool, id, 'failed', 'Whoever asked for it can no longer write in this course.')
    await setState(pool, id, 'running')
    for (;;) {
      const page = await nextPage(pool, id, found.doing)
      if (!page) break
      const done =
        found.doing === 'replace'
          ? await replaceIn(id, personId, page, found.put)
          : await takeBackIn(id, personId, page)
      await finishPage(pool, id, page.documentId, found.doing, done)
    }
    await setState(pool, id, 'done')
  } catch (error) {
    log.error({ replacement: id, error: String(error instanceof Error ? error.stack : error) }, 'a replacement failed')
    await setState(pool, id, 'failed', 'It failed because of a fault in Fieldstone. What is done is done; go on.')
  }
}

interface Done {
  readonly count: number
  readonly note: string | null
}

const GONE = 'It was deleted meanwhile.'

const batchId = (id: string, page: PageToDo, part: number, ending = ''): string =>
  `${id}-${page.position}-${part}${ending}`

/** The places of a page in parts, the last first: so those of the other parts stay where they are. */
function partsOf(page: PageToDo, put: string): { from: number; to: number; put: string }[][] {
  const places = page.places.map(([from, to, own]) => ({ from, to, put: own ?? put })).sort((a, b) => a.from - b.from)
  const parts = []
  for (let end = places.length; end > 0; end -= PLACES_A_BATCH)
    parts.push(places.slice(Math.max(0, end - PLACES_A_BATCH), end))
  return parts
}

async function replaceIn(id: string, personId: string, page: PageToDo, put: string): Promise<Done> {
  if (page.isDeleted) return { count: 0, note: GONE }
  let count = 0
  for (const [part, places] of partsOf(page, put).entries()) {
    const name = batchId(id, page, part)
    const taken = await findBatch(pool, page.documentId, name)
    if (taken) {
      count += taken.version - taken.base
      continue
    }
    const since = await logSince(page.documentId, page.version, false)
    if (since === 'deleted') return { count, note: GONE }
    if (typeof since === 'string') return { count, note: 'It has changed too much since it was looked through.' }
    const { tree, tail } = since
    const maps = tail.flatMap((written) => written.maps)
    const standing = standingPlaces(tail[0]?.before ?? tree.page, places, maps, tree.page)
    const { steps } = replaceWords(new Transform(tree.page), standing.places)
    const refused = await send(page.documentId, personId, name, tree.version, steps)
    if (refused !== null) return { count, note: refused }
    count += standing.places.length
  }
  return { count, note: stayed(page.places.length - count) }
}

const stayed = (count: number): string | null =>
  count === 0 ? null : `${count === 1 ? '1 place' : `${count} places`} stayed: the words there had changed meanwhile.`

async function takeBackIn(id: string, personId: string, page: PageToDo): Promise<Done> {
  let count = 0
  let left = 0
  let isWhole = true
  const parts = partsOf(page, '').length
  for (let part = parts - 1; part >= 0; part--) {
    const name = batchId(id, page, part)
    const ours = await findBatch(pool, page.documentId, name)
    const undone = ours && (await findBatch(pool, page.documentId, `${name}-u`))
    if (undone) {
      count += undone.version - undone.base
      isWhole = false
    }
    if (!ours || undone) continue
    const since = await tailSince(pool, page.documentId, ours.base)
    const [own, ...later] = since?.tail ?? []
    if (!since || own?.batch.id !== name) return { count, note: 'Too much has happened to this page since.' }
    const steps = own.batch.steps.map((json) => Step.fromJSON(schema, json))
    const maps = later.flatMap((written) => written.maps)
    const back = takeBack(own.before, steps, maps, since.tree.page)
    const refused = await send(page.documentId, personId, `${name}-u`, since.tree.version, back.steps)
    if (refused !== null) return { count, note: refused }
    count += back.restored
    left += back.leftOut
  }
  // Places side by side are one step of the log: where nothing stayed, all of them are back.
  return { count: isWhole && left === 0 ? page.replaced : count, note: stayed(left) }
}

/** Appends steps to the log of a page; a sentence when the page does not take them. */
async function send(
  documentId: string,
  personId: string,
  id: string,
  base: number,
  steps: readonly Step[],
): Promise<string | null> {
  if (steps.length === 0) return null
  const answer = await appendSteps(documentId, personId, { id, base, client: 'replace' }, steps)
  if (answer.status === 'taken') return null
  if (answer.status === 'deleted') return GONE
  if (answer.status === 'refused') return answer.reason
  throw new Error(`The log of ${documentId} did not take ${id}: ${answer.status}`)
}
