import sharp from 'sharp'
import type { Node } from 'prosemirror-model'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { type Book, type BookChapter, type BookPicture, chaptersOf } from '../../core/formats/book.ts'
import type { ImportNote } from '../../core/formats/imported.ts'
import type { ExportVariant } from '../../core/formats/transfer.ts'
import { MOST_PIXELS, PICTURE_TYPES, type PictureType } from '../../core/media/pictures.ts'
import { numbersOf } from '../../core/plan/numbering.ts'
import { branch, childrenOf } from '../../core/plan/tree.ts'
import type { Course } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import { currentTree } from '../documents/trees.server.ts'
import { findEditionPage, listEditions } from '../editions/queries.server.ts'
import { listPlan, type PlanRow } from '../plan/queries.server.ts'
import { bytesOf } from '../shelf/bytes.server.ts'
import { findShownOriginal } from '../shelf/queries.server.ts'

/** As wide as a reader shows a picture, in pixels. */
const WIDTH = 1200

export type Gathered =
  | { readonly ok: true; readonly book: Book; readonly missing: number; readonly notes: readonly ImportNote[] }
  | { readonly ok: false; readonly reason: string }

/** A text of the plan, a book with its chapters, with all its pictures; `tell` hears how far it is. */
export async function gather(
  course: Pick<Course, 'id' | 'language' | 'direction'>,
  entryId: string,
  variant: ExportVariant,
  areOriginals: boolean,
  tell: (step: string, done: number, total: number) => Promise<void>,
): Promise<Gathered> {
  const plan = await listPlan(pool, course.id)
  const entry = plan.find(({ id }) => id === entryId)
  if (!entry || entry.documentId === null) return { ok: false, reason: 'That is no longer in the plan.' }
  const rows = branch(plan, entryId).filter(({ kind, id }) => id !== entryId && kind === 'chapter')
  const opening = await textOf(entry, variant)
  if (!opening)
    return { ok: false, reason: `“${entry.title}” is not published. Publish it first, or export the working version.` }
  const found = await textsOf(rows, tell, variant)
  const chapters = numbered(plan, found)
  const pages = [opening.page, ...found.map(({ page }) => page)]
  const { pictures, missing } = await picturesOf(
    course.id,
    [...new Set(pages.flatMap(shelfItemsOf))],
    areOriginals,
    tell,
  )
  const book: Book = {
    identifier: `urn:fieldstone:${course.id}:${entryId}`,
    language: course.language,
    direction: course.direction,
    authors: [...new Set([opening, ...found].flatMap(({ by }) => by))],
    modified: [opening, ...found]
      .map(({ at }) => at)
      .sort()
      .at(-1)!
      .replace(/\.\d+Z$/, 'Z'),
    opening: opening.page,
    parts: partsOf(plan, entryId, chapters),
    pictures,
  }
  const drafts = rows.length - chaptersOf(book).length
  return {
    ok: true,
    book,
    missing,
    notes:
      drafts > 0 ? [{ type: 'left out', message: 'A chapter is not published; it was left out.', count: drafts }] : [],
  }
}

/** What is written in each chapter; those that have nothing to give stay out. */
async function textsOf(
  rows: PlanRow[],
  tell: (step: string, done: number, total: number) => Promise<void>,
  variant: ExportVariant,
) {
  const found: (Text & { row: PlanRow })[] = []
  for (const [at, row] of rows.entries()) {
    await tell('Gathering the chapters', at, rows.length)
    const text = await textOf(row, variant)
    if (text) found.push({ ...text, row })
  }
  return found
}

/** The chapters with the numbers that they have among those that are taken along. */
function numbered(plan: PlanRow[], found: (Text & { row: PlanRow })[]) {
  const numbers = numbersOf(
    plan.filter((row) => row.kind !== 'chapter' || found.some((each) => each.row.id === row.id)),
  )
  const chapters = new Map(
    found.map(({ row, page }): [string, BookChapter] => [
      row.id,
      { id: row.id, number: numbers.get(row.id) ?? '', page },
    ]),
  )
  return chapters
}

interface Text {
  readonly page: Node
  readonly by: readonly string[]
  /** When it was published or last written (ISO 8601). */
  readonly at: string
}

async function textOf(row: PlanRow, variant: ExportVariant): Promise<Text | null> {
  if (row.documentId === null) return null
  if (variant === 'written') {
    const tree = await currentTree(pool, row.documentId)
    return (
      tree && {
        page: tree.page,
        by: row.lastPerson === null ? [] : [row.lastPerson],
        at: row.lastAt ?? new Date().toISOString(),
      }
    )
  }
  const edition = (await listEditions(pool, row.documentId))[0]
  const page = edition && (await findEditionPage(pool, row.documentId, edition.number))
  return edition && page ? { page, by: [edition.person], at: edition.at } : null
}

function partsOf(plan: readonly PlanRow[], bookId: string, chapters: ReadonlyMap<string, BookChapter>): Book['parts'] {
  const parts: { title: string | null; chapters: BookChapter[] }[] = []
  for (const child of childrenOf(plan, bookId)) {
    if (child.kind === 'bookPart') {
      const inside = childrenOf(plan, child.id).flatMap(({ id }) => chapters.get(id) ?? [])
      if (inside.length > 0) parts.push({ title: child.title, chapters: inside })
      continue
    }
    const chapter = chapters.get(child.id)
    if (!chapter) continue
    if (parts.at(-1)?.title === null) parts.at(-1)!.chapters.push(chapter)
    else parts.push({ title: null, chapters: [chapter] })
  }
  return parts
}

/**
 * Pictures as every reader shows them, or as they came; one that can't be read, or is not the course's to show, is left
 * to its alternative text.
 */
async function picturesOf(
  courseId: string,
  items: readonly string[],
  areOriginals: boolean,
  tell: (step: string, done: number, total: number) => Promise<void>,
): Promise<{ pictures: Map<string, BookPicture>; missing: number }> {
  const pictures = new Map<string, BookPicture>()
  for (const [at, item] of items.entries()) {
    await tell('Fetching the pictures', at, items.length)
    const original = await findShownOriginal(pool, courseId, item)
    const picture =
      original &&
      (await bytesOf(original.hash)
        .then((bytes) => (areOriginals ? asItCame(bytes, original.mediaType) : forReaders(bytes, original.mediaType)))
        .catch(() => null))
    if (picture) pictures.set(item, picture)
  }
  return { pictures, missing: items.length - pictures.size }
}

function asItCame(bytes: Buffer, mediaType: string): BookPicture {
  const name = PICTURE_TYPES[mediaType as PictureType] as string | undefined
  return {
    bytes: new Uint8Array(bytes),
    mediaType,
    ending: name === undefined ? 'bin' : name === 'JPEG' ? 'jpg' : name.toLowerCase(),
  }
}

/** Photographs stay JPEG; all others, drawings and what is transparent, are PNG. */
async function forReaders(bytes: Buffer, mediaType: string): Promise<BookPicture> {
  const small = sharp(bytes, { limitInputPixels: MOST_PIXELS, density: 144 })
    .autoOrient()
    .resize({ width: WIDTH, withoutEnlargement: true })
  if (mediaType === 'image/jpeg')
    return {
      bytes: new Uint8Array(await small.jpeg({ quality: 82, mozjpeg: true }).toBuffer()),
      mediaType,
      ending: 'jpg',
    }
  return {
    bytes: new Uint8Array(await small.png({ compressionLevel: 9 }).toBuffer()),
    mediaType: 'image/png',
    ending: 'png',
  }
}
