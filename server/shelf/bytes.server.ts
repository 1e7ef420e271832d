import { createHash } from 'node:crypto'
import { type Database, pool } from '../database/pool.server.ts'

/** Bytes lie in pieces of this size. */
const CHUNK = 1024 * 1024

/** What came, before anyone has claimed it. */
export interface Received {
  readonly uploadId: string
  readonly hash: Buffer
  readonly size: number
  /** How it begins: at most so many bytes as were asked for. */
  readonly head: Buffer
}

/**
 * What is made of the first bytes of a file: how much of its beginning is to be kept at hand, or why no more of it is
 * taken.
 */
export type Begun = { readonly ok: true; readonly head: number } | { readonly ok: false; readonly reason: string }

/** So many first bytes say what a file is. */
const SIGNATURE = 8192

/**
 * Writes bytes down as they arrive, under the id of their upload; memory never holds more than a chunk and the head.
 * The first bytes are looked at as they arrive: of what is refused then nothing more is kept. Gives back a reason, with
 * nothing kept, when they are refused or are more than `most`.
 */
export async function receive(
  uploadId: string,
  stream: AsyncIterable<Uint8Array>,
  most: number,
  look: (start: Buffer) => Promise<Begun>,
): Promise<Received | { readonly refused: string } | 'too large'> {
  const hash = createHash('sha256')
  let size = 0
  let head = 0
  const kept: Uint8Array[] = []
  let keptLength = 0
  let isLookedAt = false
  let refused: string | null = null
  const lookNow = async (): Promise<string | null> => {
    isLookedAt = true
    const begun = await look(Buffer.concat(kept).subarray(0, SIGNATURE))
    if (!begun.ok) return begun.reason
    head = begun.head
    return null
  }
  const chunks = new Chunks(uploadId)
  for await (const part of stream) {
    size += part.byteLength
    if (size > most) {
      await discard(uploadId)
      return 'too large'
    }
    if (refused === null) hash.update(part)
    if (refused === null && (!isLookedAt || keptLength < head)) {
      kept.push(part)
      keptLength += part.byteLength
    }
    if (!isLookedAt && size >= SIGNATURE) refused = await lookNow()
    // Heard to its end all the same: a browser that still sends does not listen to what is wrong.
    if (refused !== null) continue
    await chunks.add(part)
  }
  if (!isLookedAt) refused = await lookNow()
  if (refused !== null) {
    await discard(uploadId)
    return { refused }
  }
  await chunks.end()
  return { uploadId, hash: hash.digest(), size, head: Buffer.concat(kept).subarray(0, head) }
}

/** What comes in, cut into rows of one length. */
class Chunks {
  readonly #uploadId: string
  #waiting: Uint8Array[] = []
  #length = 0
  #number = 0

  constructor(uploadId: string) {
    this.#uploadId = uploadId
  }

  async add(part: Uint8Array): Promise<void> {
    for (let from = 0; from < part.byteLength;) {
      const take = Math.min(CHUNK - this.#length, part.byteLength - from)
      this.#waiting.push(part.subarray(from, from + take))
      this.#length += take
      from += take
      if (this.#length === CHUNK) await this.end()
    }
  }

  /** Writes down what waits. */
  async end(): Promise<void> {
    if (this.#length === 0) return
    const bytes = Buffer.concat(this.#waiting)
    this.#waiting = []
    this.#length = 0
    await pool.query('insert into blob_chunks (upload_id, number, bytes) values ($1::text, $2::int, $3::bytea)', [
      this.#uploadId,
      this.#number++,
      bytes,
    ])
  }
}

/** Forgets what came under an upload. */
export async function discard(uploadId: string): Promise<void> {
  await pool.query('delete from blob_chunks where upload_id = $1::text', [uploadId])
}

/**
 * Makes received bytes a blob; when the same bytes are there already, those stay and these go. Part of the claiming
 * transaction.
 */
export async function claim(db: Database, { uploadId, hash, size }: Received): Promise<void> {
  const { rowCount } = await db.query(
    'insert into blobs (hash, size) values ($1::bytea, $2::bigint) on conflict do nothing',
    [hash, size],
  )
  if (rowCount === 1)
    await db.query('update blob_chunks set hash = $2::bytea, upload_id = null where upload_id = $1::text', [
      uploadId,
      hash,
    ])
  else await db.query('delete from blob_chunks where upload_id = $1::text', [uploadId])
}

/** Keeps bytes that are in memory, such as a rendition. Gives back their hash. */
export async function keepBytes(db: Database, bytes: Buffer): Promise<Buffer> {
  const hash = createHash('sha256').update(bytes).digest()
  const { rowCount } = await db.query(
    'insert into blobs (hash, size) values ($1::bytea, $2::bigint) on conflict do nothing',
    [hash, bytes.length],
  )
  if (rowCount === 1)
    for (let number = 0; number * CHUNK < bytes.length; number++)
      await db.query('insert into blob_chunks (hash, number, bytes) values ($1::bytea, $2::int, $3::bytea)', [
        hash,
        number,
        bytes.subarray(number * CHUNK, (number + 1) * CHUNK),
      ])
  return hash
}

/** The bytes of a blob from `from` to before `to`, a chunk at a time. */
export async function* readBytes(hash: Buffer, from = 0, to = Infinity): AsyncGenerator<Buffer> {
  for (let number = Math.floor(from / CHUNK); number * CHUNK < to; number++) {
    const { rows } = await pool.query<{ bytes: Buffer }>(
      'select bytes from blob_chunks where hash = $1::bytea and number = $2::int',
      [hash, number],
    )
    const bytes = rows[0]?.bytes
    if (!bytes) return
    yield bytes.subarray(Math.max(0, from - number * CHUNK), Math.min(bytes.length, to - number * CHUNK))
    if (bytes.length < CHUNK) return
  }
}

/** All of a blob in memory. */
export async function bytesOf(hash: Buffer): Promise<Buffer> {
  const parts: Buffer[] = []
  for await (const part of readBytes(hash)) parts.push(part)
  return Buffer.concat(parts)
}

/**
 * Sweeps away uploads that nobody claimed and blobs to which nothing points any more. Gives back how many blobs went.
 */
export async function sweep(db: Database, hours = 24): Promise<number> {
  await db.query(
    `delete from blob_chunks
      where upload_id in (select id from uploads where created_at < now() - make_interval(hours => $1::int))`,
    [hours],
  )
  await db.query('delete from uploads where created_at < now() - make_interval(hours => $1::int)', [hours])
  const { rowCount } = await db.query(
    `delete from blobs b where b.created_at < now() - make_interval(hours => $1::int)
     and not exists (select from shelf_items s where s.hash = b.hash) and not exists (select from renditions r
       where r.hash = b.hash)
     and not exists (select from transfers t where t.hash = b.hash)`,
    [hours],
  )
  return rowCount ?? 0
}
