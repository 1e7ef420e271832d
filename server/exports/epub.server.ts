import { zipSync, strToU8, type Zippable } from 'fflate'
import sharp from 'sharp'
import { shelfItemsOf } from '../../core/document/shelf-items.ts'
import { type EpubChapter, epubFiles } from '../../core/formats/epub.ts'
import { MOST_PIXELS } from '../../core/media/pictures.ts'
import { numbersOf } from '../../core/plan/numbering.ts'
import { branch, childrenOf } from '../../core/plan/tree.ts'
import type { Course } from '../courses/queries.server.ts'
import { pool } from '../database/pool.server.ts'
import { findEditionPage, listEditions } from '../editions/queries.server.ts'
import { listPlan, type PlanRow } from '../plan/queries.server.ts'
import { bytesOf } from '../shelf/bytes.server.ts'
import { findOriginal } from '../shelf/queries.server.ts'
import { ebookStyle } from './ebook-style.server.ts'

/** As wide as an e-book reader shows a picture. */
const WIDTH = 1200

export type Exported = { readonly ok: true; readonly bytes: Uint8Array; readonly name: string } | { readonly ok: false; readonly reason: string }

/** A book with all that is published of it, as EPUB. */
export async function exportEpub(course: Course, bookId: string): Promise<Exported> {
  const plan = await listPlan(pool, course.id)
  const book = plan.find(({ id, kind }) => id === bookId && kind === 'book')
  if (!book) return { ok: false, reason: 'That book is no longer in the plan.' }
  const [opening, ...rest] = await Promise.all([book, ...branch(plan, bookId).filter(({ kind }) => kind === 'chapter')].map(published))
  if (!opening) return { ok: false, reason: 'Publish the book first: what is published goes into the e-book.' }
  const numbers = numbersOf(plan.filter((row) => row.kind !== 'chapter' || rest.some((each) => each?.row.id === row.id)))
  const chapters = new Map(rest.flatMap((each): [string, EpubChapter][] => (each ? [[each.row.id, { id: each.row.id, number: numbers.get(each.row.id) ?? '', page: each.page }]] : [])))
  const authors = new Set([opening, ...rest].flatMap((each) => each?.by ?? []))
  const pictures = await picturesOf([...new Set([opening, ...rest].flatMap((each) => (each ? shelfItemsOf(each.page) : [])))])
  const newest = [opening, ...rest].flatMap((each) => each?.at ?? []).sort().at(-1)!
  const files = epubFiles({
    identifier: `urn:fieldstone:${course.id}:${bookId}`,
    language: course.language,
    direction: course.direction,
    authors: [...authors],
    modified: newest.replace(/\.\d+Z$/, 'Z'),
    opening: opening.page,
    parts: partsOf(plan, bookId, chapters),
    pictures,
    style: ebookStyle,
  })
  const { mimetype, ...others } = files
  // The type comes first and as it is, so that whoever looks at the first bytes knows what this is (OCF, “Zip Container”).
  const container: Zippable = { mimetype: [strToU8(String(mimetype)), { level: 0 }] }
  for (const [path, content] of Object.entries(others)) container[path] = typeof content === 'string' ? strToU8(content) : [content, { level: 0 }]
  return { ok: true, bytes: zipSync(container), name: `${opening.page.firstChild?.textContent || 'Book'}.epub` }
}

async function published(row: PlanRow) {
  const edition = row.documentId === null ? undefined : (await listEditions(pool, row.documentId))[0]
  const page = edition && row.documentId !== null ? await findEditionPage(pool, row.documentId, edition.number) : null
  return edition && page ? { row, page, by: edition.person, at: edition.at } : null
}

function partsOf(plan: readonly PlanRow[], bookId: string, chapters: ReadonlyMap<string, EpubChapter>) {
  const parts: { title: string | null; chapters: EpubChapter[] }[] = []
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

/** Pictures as every reader shows them; one that can't be read is left to its alternative text. */
async function picturesOf(items: readonly string[]): Promise<Map<string, Uint8Array>> {
  const found = new Map<string, Uint8Array>()
  for (const item of items) {
    const original = await findOriginal(pool, item)
    const png = original && (await bytesOf(original.hash).then((bytes) => sharp(bytes, { limitInputPixels: MOST_PIXELS, density: 144 }).autoOrient().resize({ width: WIDTH, withoutEnlargement: true }).png().toBuffer()).catch(() => null))
    if (png) found.set(item, new Uint8Array(png))
  }
  return found
}
