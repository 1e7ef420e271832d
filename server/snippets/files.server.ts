import { Readable } from 'node:stream'
import { nanoid } from 'nanoid'
import { problemOfPage } from '../../core/document/check.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import { mapShelfItems, type OtherItem, shelfItemsOf } from '../../core/document/shelf-items.ts'
import { leftOutIn } from '../../core/html/report.ts'
import { SCHEMA_VERSION } from '../../core/kinds/upgrades.ts'
import { readSnippetFile, writeSnippetFile } from '../../core/snippets/file.ts'
import { type HeldPicture, picturesApart, withPicturesIn } from '../../core/snippets/file-pictures.ts'
import { MOST_FILE_HTML, MOST_SNIPPET_LENGTH, type SnippetAnswer, TOO_LONG } from '../../core/snippets/wire.ts'
import { bytesOfAddress } from '../../core/paste/picture-bytes.ts'
import { problemOfBlanks } from '../../core/templates/declared.ts'
import { blanksAsked } from '../../core/templates/fill.ts'
import { sketchOf } from '../../core/templates/sketch.ts'
import { pool } from '../database/pool.server.ts'
import { bytesOf } from '../shelf/bytes.server.ts'
import { findFile } from '../shelf/queries.server.ts'
import { takeUpload } from '../shelf/upload.server.ts'
import { withItems } from '../templates/brought-along.server.ts'
import { giveTurn } from '../turns.server.ts'
import { findSnippet, insertSnippet } from './queries.server.ts'

/** How wide pictures go into a file, in CSS pixels, and how many bytes all of them may have. */
const WIDTH = 960
const MOST_BYTES = 2_000_000
/** So much of what was left out is told. */
const MOST_NOTES = 8

/** A snippet as a file, its pictures in it; null when it is not there for this person. */
export async function fileOfSnippet(
  course: { readonly id: string; readonly language: string },
  personId: string,
  id: string,
): Promise<{ name: string; html: string } | null> {
  const found = await findSnippet(pool, course.id, personId, id)
  if (!found) return null
  const page = pageFromJson(found.content)
  const html = writeSnippetFile({ ...found, blanks: blanksAsked(page, found.blanks), page }, course.language)
  const pictures = new Map<string, { mediaType: string; bytes: Uint8Array }>()
  let size = 0
  for (const item of shelfItemsOf(page)) {
    const file = await findFile(pool, item, WIDTH)
    if (!file || (size += file.size) > MOST_BYTES) continue
    pictures.set(item, { mediaType: file.mediaType, bytes: await bytesOf(file.hash) })
  }
  return { name: found.name, html: withPicturesIn(html, pictures) }
}

/** Keeps the snippet of a file that nobody has checked, for whoever brings it; its pictures go onto the shelf. */
export async function bringSnippet(courseId: string, personId: string, unsafeHtml: string): Promise<SnippetAnswer> {
  const { html, pictures } = picturesApart(unsafeHtml)
  await giveTurn()
  if (html.length > MOST_FILE_HTML) return { ok: false, reason: TOO_LONG }
  const { page: read, notes, name, description, purpose, blanks: asked } = readSnippetFile(html)
  await giveTurn()
  const problem = problemOfPage(read) ?? (problemOfBlanks(asked) || null)
  if (problem) return { ok: false, reason: problem }
  const kept = await keepPictures(courseId, personId, pictures, new Set(shelfItemsOf(read)))
  // What it names of the shelf of another course is not this course's to show.
  const page = mapShelfItems(read, (item) => kept.items.get(item) ?? null)
  const blanks = blanksAsked(page, withItems(asked, kept.items))
  const content = JSON.stringify(page.toJSON())
  if (content.length > MOST_SNIPPET_LENGTH) return { ok: false, reason: TOO_LONG }
  const id = nanoid(12)
  await insertSnippet(pool, {
    ...{ id, courseId, personId, name, description, purpose, blanks, content },
    visibility: 'own',
    schemaVersion: SCHEMA_VERSION,
    sketch: sketchOf(page, true),
  })
  return { ok: true, id, version: 1, notes: [...leftOutIn(notes), ...kept.notes].slice(0, MOST_NOTES) }
}

/** The bytes of a `data:` address; null where there are none. Buffers read Base64 many times faster than scripts do. */
function bytesIn(unsafeAddress: string): Uint8Array | null {
  const at = unsafeAddress.indexOf(';base64,')
  const bytes = at < 0 ? bytesOfAddress(unsafeAddress)?.bytes : Buffer.from(unsafeAddress.slice(at + 8), 'base64')
  return bytes && bytes.length > 0 ? bytes : null
}

async function keepPictures(
  courseId: string,
  personId: string,
  pictures: readonly HeldPicture[],
  shown: ReadonlySet<string>,
): Promise<{ items: ReadonlyMap<string, OtherItem>; notes: readonly string[] }> {
  const items = new Map<string, OtherItem>()
  const notes = new Set<string>()
  for (const { item, unsafeAddress } of pictures) {
    if (!shown.has(item)) continue
    await giveTurn()
    const unsafeBytes = bytesIn(unsafeAddress)
    await giveTurn()
    if (!unsafeBytes) {
      notes.add('A picture in the file can’t be read.')
      continue
    }
    const kept = await takeUpload(
      courseId,
      { personId, isContribution: false },
      'picture',
      Readable.from([unsafeBytes]),
    )
    if (kept.ok) items.set(item, { item: kept.item.id, width: kept.item.width ?? 1, height: kept.item.height ?? 1 })
    else notes.add(kept.reason)
  }
  return { items, notes: [...notes] }
}
