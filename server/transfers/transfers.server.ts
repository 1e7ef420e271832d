import { Readable } from 'node:stream'
import { nanoid } from 'nanoid'
import { problemOfPage } from '../../core/document/check.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import { mapShelfItems, type OtherItem, shelfItemsOf } from '../../core/document/shelf-items.ts'
import { titleOf } from '../../core/formats/book.ts'
import { type ImportAs, type Imported, type ImportNote, type ImportedPicture } from '../../core/formats/imported.ts'
import { lossesOf } from '../../core/formats/losses.ts'
import {
  IMPORT_FORMATS,
  EXPORTABLE,
  EXPORT_FORMATS,
  EXPORT_VARIANTS,
  type ExportFormat,
  factsOfFormat,
  type ExportVariant,
} from '../../core/formats/transfer.ts'
import { leftOutOfImport } from '../../core/source/left-out.ts'
import { sayIn } from '../../core/words/say.ts'
import type { Course } from '../courses/queries.server.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { insertSetAside } from '../documents/queries.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { log } from '../log.server.ts'
import { insertBook, insertItem, type PlanResult } from '../plan/plan.server.ts'
import { findEntry, lockPlan } from '../plan/queries.server.ts'
import { type Begun, bytesOf, claim, keepBytes } from '../shelf/bytes.server.ts'
import { receiveUpload, takeUpload } from '../shelf/upload.server.ts'
import { findCourse } from '../courses/queries.server.ts'
import { formatOf, whyNoDocument } from './format-of.server.ts'
import { gather } from './gather.server.ts'
import { printPdf } from './pdf.server.ts'
import {
  failTransfer,
  findTransfer,
  finishTransfer,
  insertTransfer,
  resetTransfer,
  type Transfer,
  updateProgress,
} from './queries.server.ts'
import { inWorkshop, type Worked } from './workshop.server.ts'
import { MOST_FILE } from '../../core/media/pictures.ts'
import type { SentImported } from './orders.ts'

/** Begins to take something out; a job makes the file. */
export async function beginOut(
  course: Course,
  personId: string,
  {
    entryId,
    format,
    variant,
  }: { readonly entryId: string; readonly format: ExportFormat; readonly variant: ExportVariant },
): Promise<PlanResult<{ id: string }>> {
  const entry = await findEntry(pool, course.id, entryId)
  if (!entry) return { ok: false, reason: 'That is no longer in the plan.' }
  if (!EXPORTABLE.includes(entry.kind))
    return { ok: false, reason: 'Only what is written can be exported: a page, a chapter, a book.' }
  const id = nanoid(12)
  await transaction(async (db) => {
    await insertTransfer(db, {
      id,
      courseId: course.id,
      personId,
      direction: 'out',
      format,
      entryId,
      variant,
      name: entry.title || 'Untitled',
      hash: null,
      size: null,
    })
    await addJob(db, 'transfer', { id }, `transfer-${id}`)
  })
  return { ok: true, id }
}

/** Takes a document as it comes and begins to bring it in; what it is, its bytes say. */
export async function beginIn(
  course: Course,
  personId: string,
  asked: { readonly name: string; readonly afterId: string | null; readonly as: ImportAs },
  stream: AsyncIterable<Uint8Array>,
): Promise<PlanResult<{ id: string }>> {
  // An archive says at its end what is in it, and text is text to its end: a document is held whole until that is
  // known.
  const begin = (start: Buffer): Promise<Begun> => {
    const reason = start.length === 0 ? `“${asked.name}” is empty.` : whyNoDocument(asked.name, start)
    return Promise.resolve(reason === null ? { ok: true, head: MOST_FILE } : { ok: false, reason })
  }
  return receiveUpload(
    { courseId: course.id, personId, say: sayIn('en') },
    stream,
    asked.name,
    begin,
    async (received): Promise<PlanResult<{ id: string }>> => {
      const found = formatOf(asked.name, received.head)
      if (!found.ok) return found
      const id = nanoid(12)
      await transaction(async (db) => {
        await claim(db, received)
        const afterId = asked.afterId !== null && (await findEntry(db, course.id, asked.afterId)) ? asked.afterId : null
        await insertTransfer(db, {
          id,
          courseId: course.id,
          personId,
          direction: 'in',
          format: found.format,
          entryId: afterId,
          variant: asked.as,
          name: asked.name,
          hash: received.hash,
          size: received.size,
        })
        await addJob(db, 'transfer', { id }, `transfer-${id}`)
      })
      return { ok: true, id }
    },
  )
}

/** Begins a transfer that failed once more. */
export async function tryAgain(courseId: string, id: string): Promise<PlanResult> {
  return transaction(async (db) => {
    if (!(await resetTransfer(db, courseId, id))) return { ok: false, reason: 'There is nothing to try again.' }
    await addJob(db, 'transfer', { id }, `transfer-${id}`)
    return { ok: true }
  })
}

/**
 * The job: makes the file, or brings the document in. What goes wrong is told to whoever asked, not tried again and
 * again.
 */
export async function runTransfer(id: string): Promise<void> {
  const transfer = await findTransfer(pool, id)
  if (!transfer || transfer.state === 'done') return
  const course = await findCourse(pool, transfer.courseId, transfer.personId)
  if (!course) return
  const tell = (step: string, done: number, total: number): Promise<void> => updateProgress(pool, id, step, done, total)
  await tell('Beginning', 0, 0)
  try {
    const result =
      transfer.direction === 'out'
        ? await exportEntry(transfer, course, tell)
        : await importFile(transfer, course, tell)
    if (!result.ok) await failTransfer(pool, id, result.reason)
  } catch (error) {
    log.error(
      { transfer: id, error: error instanceof Error ? (error.stack ?? error.message) : String(error) },
      'a transfer failed',
    )
    await failTransfer(
      pool,
      id,
      'It failed because of a fault in Fieldstone. Try it again; if it fails once more, tell whoever runs Fieldstone.',
    )
  }
}

type Tell = (step: string, done: number, total: number) => Promise<void>

async function exportEntry(transfer: Transfer, course: Course, tell: Tell): Promise<Worked<null>> {
  const format = EXPORT_FORMATS.find((each) => each === transfer.format)
  const variant = EXPORT_VARIANTS.find((each) => each === transfer.variant)
  if (!format || !variant || transfer.entryId === null)
    throw new Error(`Transfer ${transfer.id} asks for what there is not.`)
  const gathered = await gather(course, transfer.entryId, variant, factsOfFormat(format).takesOriginals === true, tell)
  if (!gathered.ok) return gathered
  const { book, missing } = gathered
  await tell('Writing the file', 0, 0)
  const chapters = book.parts.map((part) => ({
    ...part,
    chapters: part.chapters.map((chapter) => ({ ...chapter, page: chapter.page.toJSON() as unknown })),
  }))
  const made = await inWorkshop({
    task: 'write',
    format,
    book: { ...book, opening: book.opening.toJSON() as unknown, parts: chapters },
  })
  if (!made.ok) return made
  const { kept } = made.value
  let { bytes, ending, mediaType } = made.value
  if (factsOfFormat(format).isPrinted) {
    await tell('Laying out the pages', 0, 0)
    const printed = await printPdf(Buffer.from(bytes).toString('utf8'), titleOf(book.opening), book.direction)
    if (!printed.ok) return printed
    ;[bytes, ending, mediaType] = [printed.value, 'pdf', 'application/pdf']
  }
  await transaction(async (db) => {
    const hash = await keepBytes(db, Buffer.from(bytes))
    await finishTransfer(db, transfer.id, {
      name: `${titleOf(book.opening).slice(0, 280)}.${ending}`,
      report: { kept, notes: [...gathered.notes, ...lossesOf(book, format, missing)] },
      hash,
      size: bytes.byteLength,
      mediaType,
      madeId: null,
    })
  })
  return { ok: true, value: null }
}

async function importFile(
  transfer: Transfer & { hash: Buffer | null },
  course: Course,
  tell: Tell,
): Promise<Worked<null>> {
  const format = IMPORT_FORMATS.find((each) => each === transfer.format)
  if (!format || transfer.hash === null) throw new Error(`Transfer ${transfer.id} brings what there is not.`)
  await tell('Reading the document', 0, 0)
  const read = await inWorkshop({
    task: 'read',
    format,
    bytes: new Uint8Array(await bytesOf(transfer.hash)),
    as: transfer.variant === 'page' ? 'page' : 'book',
    name: transfer.name.replace(/\.[^.]*$/, '') || 'Untitled',
  })
  if (!read.ok) return read
  const { items, notes } = await keepPictures(course.id, transfer.personId, read.value.pictures, tell)
  await tell('Writing the pages', 0, 0)
  const { opening, parts, kept } = withPictures(read.value, items)
  return transaction(async (db) => {
    const plan = await lockPlan(db, course.id)
    const afterId = plan.some(({ id }) => id === transfer.entryId) ? transfer.entryId : null
    const placed =
      parts.length === 0
        ? await insertItem(
            db,
            course.id,
            plan,
            afterId,
            { id: opening.id, kind: 'page', title: titleOf(opening.page) },
            opening.page,
          )
        : await insertBook(db, course.id, plan, afterId, { opening, parts })
    if (!placed.ok) return placed
    const told = [...read.value.notes, ...notes]
    const leftOut = leftOutOfImport(transfer.name, told, nanoid).map((each) => ({ ...each, words: '' }))
    await insertSetAside(db, opening.id, transfer.personId, leftOut)
    await finishTransfer(db, transfer.id, {
      name: transfer.name,
      report: { kept, notes: told },
      hash: null,
      size: null,
      mediaType: null,
      madeId: opening.id,
    })
    return { ok: true, value: null }
  })
}

/** The pages with the pictures of the shelf in place of those that came along. */
function withPictures(sent: SentImported, items: ReadonlyMap<string, OtherItem>) {
  const page = (one: SentImported['opening']): Imported['opening'] => {
    const made = mapShelfItems(pageFromJson(one.page), (item) => items.get(item) ?? null)
    const problem = problemOfPage(made)
    if (problem) throw new Error(`A page that was brought in is none: ${problem}`)
    return { id: one.id, page: made }
  }
  const opening = page(sent.opening)
  const parts = sent.parts.map((part) => ({ title: part.title, chapters: part.chapters.map(page) }))
  // What was no picture stayed outside.
  const kept = {
    ...sent.kept,
    pictures: [opening, ...parts.flatMap(({ chapters }) => chapters)].reduce(
      (sum, each) => sum + shelfItemsOf(each.page).length,
      0,
    ),
  }
  return { opening, parts, kept }
}

/** Puts what pictures came onto the shelf; what is no picture is left to its alternative text, and said so. */
async function keepPictures(
  courseId: string,
  personId: string,
  pictures: readonly ImportedPicture[],
  tell: Tell,
): Promise<{ items: Map<string, OtherItem>; notes: ImportNote[] }> {
  const items = new Map<string, OtherItem>()
  const refused = new Map<string, number>()
  for (const [at, { id, name, bytes }] of pictures.entries()) {
    if (at % 10 === 0) await tell('Putting the pictures on the shelf', at, pictures.length)
    const kept = await takeUpload(courseId, { personId, isContribution: false }, name, Readable.from([bytes]))
    if (kept.ok) items.set(id, { item: kept.item.id, width: kept.item.width ?? 1, height: kept.item.height ?? 1 })
    else refused.set(kept.reason, (refused.get(kept.reason) ?? 0) + 1)
  }
  return { items, notes: [...refused].map(([message, count]) => ({ type: 'left out' as const, message, count })) }
}
