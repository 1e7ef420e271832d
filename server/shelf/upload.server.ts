import { nanoid } from 'nanoid'
import sharp from 'sharp'
import { MOST_FILE, MOST_PIXELS } from '../../core/media/pictures.ts'
import { type Database, pool, transaction } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { type Begun, claim, discard, receive, type Received } from './bytes.server.ts'
import {
  countUploaded,
  findItemByHash,
  insertShelfItem,
  keepKnown,
  type NewShelfItem,
  type ShelfItem,
} from './queries.server.ts'
import { type Say, sayIn } from '../../core/words/say.ts'
import { isTooOften, MOST_A_MINUTE } from '../web/rate.server.ts'
import { sniff } from './sniff.server.ts'

export type Uploaded =
  | { readonly ok: true; readonly item: ShelfItem; readonly isKnown: boolean }
  | { readonly ok: false; readonly reason: string }

const refuse = (reason: string): Uploaded => ({ ok: false, reason })

/** Who brings a file: an author puts pictures on the shelf; what a reader brings goes with what they write. */
export interface Uploader {
  readonly personId: string
  readonly isContribution: boolean
  /** Any file is taken, not pictures alone: for handing in. */
  readonly isAnyFile?: boolean
  /** Says what is wrong with a file, in the language of whoever brings it; English when left out. */
  readonly say?: Say
}

/** So many bytes one person may bring in 24 hours: to shelves, and with what they write. */
const MOST_A_DAY = { shelf: 4 * 1024 ** 3, contribution: 1024 ** 3 }

/** So much of a picture says how large it is; of an SVG all of it is read, so it may not be larger. */
const HEAD = 2 * 1024 * 1024
const MOST_SVG = 8 * 1024 * 1024

/** Takes a file for a course: looked at as it begins, written down as it comes, claimed in one transaction. */
export async function takeUpload(
  courseId: string,
  { personId, isContribution, isAnyFile = false, say = sayIn('en') }: Uploader,
  unsafeName: string,
  stream: AsyncIterable<Uint8Array>,
): Promise<Uploaded> {
  const name = nameFrom(unsafeName, 'picture')
  const isTooMany = isTooOften(personId, 'upload')
  const most = isContribution ? MOST_A_DAY.contribution : MOST_A_DAY.shelf
  const isOver = (await countUploaded(pool, personId)) >= most
  let type = ''
  let isPicture = false
  const begin = async (start: Buffer): Promise<Begun> => {
    if (start.length === 0) return { ok: false, reason: say('field.fileEmpty', { name }) }
    if (isTooMany) return { ok: false, reason: say('field.tooManyFiles', { most: MOST_A_MINUTE.upload }) }
    if (isOver) return { ok: false, reason: say('field.dayIsFull', { name, most: most / 1024 ** 3 }) }
    const found = await sniff(start)
    if (found.kind === 'other' && !isAnyFile)
      return { ok: false, reason: say('field.noPicture', { name, type: found.called, ending: found.ending }) }
    type = found.type
    isPicture = found.kind === 'picture'
    return { ok: true, head: !isPicture ? 0 : type === 'image/svg+xml' ? MOST_SVG : HEAD }
  }
  return receiveUpload({ courseId, personId, say }, stream, name, begin, async (received): Promise<Uploaded> => {
    const looked = isPicture
      ? await sizeOf(name, type, received, say)
      : { ok: true as const, width: null, height: null }
    if (!looked.ok) return refuse(looked.reason)
    return transaction(async (db) => {
      await claim(db, received)
      return shelved(db, {
        id: nanoid(12),
        courseId,
        hash: received.hash,
        name,
        mediaType: type,
        width: looked.width,
        height: looked.height,
        isReady: looked.width === null || type === 'image/svg+xml',
        isContribution,
        personId,
      })
    })
  })
}

/** Puts it on the shelf, or finds that it is there already. */
async function shelved(db: Database, item: NewShelfItem): Promise<Uploaded> {
  const isNew = await insertShelfItem(db, item)
  if (isNew && !item.isReady) await addJob(db, 'renditions', { itemId: item.id }, `renditions-${item.id}`)
  else if (!isNew) await keepKnown(db, item.courseId, item.hash, item.isContribution ?? false)
  const kept = await findItemByHash(db, item.courseId, item.hash)
  if (!kept) throw new Error('What was just put on the shelf is not there.')
  return { ok: true, item: kept, isKnown: !isNew }
}

/**
 * Writes a file down as it comes and hands it to `work`, which claims it. What is not claimed leaves nothing behind;
 * `begin` looks at the first bytes and says whether more is wanted.
 */
export async function receiveUpload<T extends { readonly ok: boolean }>(
  { courseId, personId, say }: { readonly courseId: string; readonly personId: string; readonly say: Say },
  stream: AsyncIterable<Uint8Array>,
  name: string,
  begin: (start: Buffer) => Promise<Begun>,
  work: (received: Received) => Promise<T>,
): Promise<T | { readonly ok: false; readonly reason: string }> {
  const uploadId = nanoid()
  await pool.query('insert into uploads (id, course_id, person_id) values ($1::text, $2::text, $3::text)', [
    uploadId,
    courseId,
    personId,
  ])
  try {
    const received = await receive(uploadId, stream, MOST_FILE, begin)
    if (received === 'too large')
      return { ok: false, reason: say('field.fileMost', { name, most: MOST_FILE / 1024 / 1024 }) }
    return 'refused' in received ? { ok: false, reason: received.refused } : await work(received)
  } finally {
    await discard(uploadId)
    await pool.query('delete from uploads where id = $1::text', [uploadId])
  }
}

/** The last part of a path, without signs that can't be shown; `fallback` when nothing is left of it. */
export function nameFrom(unsafeName: string, fallback: string): string {
  // Controls can't be shown; overrides of direction (Unicode Standard Annex #9, 2) make a name end in sight with what
  // it does not end with.
  const name = unsafeName
    .replace(/[\p{Cc}\u061c\u200e\u200f\u2028-\u202e\u2066-\u2069]/gu, '')
    .toWellFormed()
    .split(/[\\/]/)
    .at(-1)!
    .trim()
    .slice(0, 300)
  return name === '' ? fallback : name
}

type Looked =
  | { readonly ok: true; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly reason: string }

/** How large a picture is, from how it begins. */
async function sizeOf(name: string, type: string, { head, size }: Received, say: Say): Promise<Looked> {
  if (type === 'image/svg+xml' && size > MOST_SVG)
    return { ok: false, reason: say('field.svgMost', { name, most: MOST_SVG / 1024 / 1024 }) }
  try {
    const { width, height } = (await sharp(head, { limitInputPixels: false, failOn: 'none' }).metadata()).autoOrient
    if (!width || !height) return { ok: false, reason: say('field.noSize', { name }) }
    if (width * height > MOST_PIXELS)
      return { ok: false, reason: say('field.pixels', { name, width, height, most: MOST_PIXELS / 1e6 }) }
    return { ok: true, width, height }
  } catch {
    return { ok: false, reason: say('field.unreadable', { name }) }
  }
}
