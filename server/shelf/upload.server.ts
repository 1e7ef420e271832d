import { nanoid } from 'nanoid'
import sharp from 'sharp'
import { MOST_FILE, MOST_PIXELS } from '../../core/media/pictures.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { claim, discard, receive, type Received } from './bytes.server.ts'
import { findItemByHash, insertShelfItem, keepKnown, type ShelfItem } from './queries.server.ts'
import { sniff } from './sniff.server.ts'

export type Uploaded = { readonly ok: true; readonly item: ShelfItem; readonly isKnown: boolean } | { readonly ok: false; readonly reason: string }

const refuse = (reason: string): Uploaded => ({ ok: false, reason })

/** Who brings a file: an author puts pictures on the shelf; what a reader brings goes with what they write. */
export interface Bringer {
  readonly personId: string
  readonly isContribution: boolean
  /** Any file is taken, not pictures alone: for handing in. */
  readonly isAnyFile?: boolean
}

/** Takes a file for a course: written down as it comes, looked at, claimed in one transaction. */
export async function takeUpload(courseId: string, { personId, isContribution, isAnyFile = false }: Bringer, unsafeName: string, stream: AsyncIterable<Uint8Array>): Promise<Uploaded> {
  const name = nameFrom(unsafeName, 'picture')
  return receiveUpload(courseId, personId, stream, async (received, bytes): Promise<Uploaded> => {
    if (!received) return refuse(`“${name}” is larger than ${MOST_FILE / 1024 / 1024} MB, the most that one file may have.`)
    if (received.size === 0) return refuse(`“${name}” is empty.`)
    const looked = await look(name, bytes, isAnyFile)
    if (!looked.ok) return refuse(looked.reason)
    return transaction(async (db) => {
      await claim(db, received)
      const item = { id: nanoid(12), courseId, hash: received.hash, name, mediaType: looked.type, width: looked.width, height: looked.height, isReady: looked.width === null || looked.type === 'image/svg+xml', isContribution, personId }
      const isNew = await insertShelfItem(db, item)
      if (isNew && !item.isReady) await addJob(db, 'renditions', { itemId: item.id }, `renditions-${item.id}`)
      else if (!isNew) await keepKnown(db, courseId, received.hash, isContribution)
      const kept = await findItemByHash(db, courseId, received.hash)
      if (!kept) throw new Error('What was just put on the shelf is not there.')
      return { ok: true, item: kept, isKnown: !isNew }
    })
  })
}

/**
 * Writes a file down as it comes and hands it to `work`, which looks at it and claims it; null when it is too large. What
 * is not claimed leaves nothing behind.
 */
export async function receiveUpload<T>(courseId: string, personId: string, stream: AsyncIterable<Uint8Array>, work: (received: Received | null, bytes: Buffer) => Promise<T>): Promise<T> {
  const uploadId = nanoid()
  await pool.query('insert into uploads (id, course_id, person_id) values ($1::text, $2::text, $3::text)', [uploadId, courseId, personId])
  try {
    const received = await receive(uploadId, stream, MOST_FILE)
    return await work(received, received ? await uploadedBytes(uploadId) : Buffer.alloc(0))
  } finally {
    await discard(uploadId)
    await pool.query('delete from uploads where id = $1::text', [uploadId])
  }
}

/** The last part of a path, without signs that can't be shown; `fallback` when nothing is left of it. */
export function nameFrom(unsafeName: string, fallback: string): string {
  // eslint-disable-next-line no-control-regex -- what can't be shown in a name
  const name = unsafeName.replace(/[\u0000-\u001f\u007f]/g, '').toWellFormed().split(/[\\/]/).at(-1)!.trim().slice(0, 300)
  return name === '' ? fallback : name
}

type Looked = { readonly ok: true; readonly type: string; readonly width: number | null; readonly height: number | null } | { readonly ok: false; readonly reason: string }

async function look(name: string, bytes: Buffer, isAnyFile: boolean): Promise<Looked> {
  const found = await sniff(bytes.subarray(0, 8192))
  if (found.sort === 'other' && isAnyFile) return { ok: true, type: found.type, width: null, height: null }
  if (found.sort === 'other') return { ok: false, reason: `“${name}” is ${found.words}, not a picture. Pictures are PNG, JPEG, WebP, AVIF, GIF or SVG.` }
  try {
    const meta = await sharp(bytes, { limitInputPixels: false }).metadata()
    const { width, height } = meta.autoOrient
    if (!width || !height) return { ok: false, reason: `“${name}” has no size of its own. An SVG needs a width and a height, or a viewBox.` }
    if (width * height > MOST_PIXELS) return { ok: false, reason: `“${name}” has ${width.toLocaleString('en')} × ${height.toLocaleString('en')} pixels, more than any screen can show. Make it smaller than ${MOST_PIXELS / 1e6} million pixels and try again.` }
    return { ok: true, type: found.type, width, height }
  } catch {
    return { ok: false, reason: `“${name}” begins like a picture, but can’t be read as one. It may have been cut off on its way; save it anew and try again.` }
  }
}

async function uploadedBytes(uploadId: string): Promise<Buffer> {
  const { rows } = await pool.query<{ bytes: Buffer }>('select bytes from blob_chunks where upload_id = $1::text order by number', [uploadId])
  return Buffer.concat(rows.map((row) => row.bytes))
}

