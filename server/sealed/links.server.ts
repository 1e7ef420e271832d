import { createHmac, timingSafeEqual } from 'node:crypto'
import { pool } from '../database/pool.server.ts'
import { sealedAddress } from './addresses.server.ts'
import { getSecret } from './queries.server.ts'

/** Which HTML piece of a page: of an edition by its number, or of the work in hand. */
export interface SealedPlace {
  readonly documentId: string
  readonly edition: number | 'work'
  /** Its number in the page, from 0. */
  readonly index: number
}

const DAY = 86_400_000
let key: Promise<Buffer> | null = null

/** The key is made with the database and never changes; a failed look is tried again. */
function sealingKey(): Promise<Buffer> {
  key ??= getSecret(pool, 'sealed').catch((error: unknown) => {
    key = null
    throw error
  })
  return key
}

function sign(secret: Buffer, { documentId, edition, index }: SealedPlace, until: number): string {
  return createHmac('sha256', secret)
    .update(JSON.stringify([documentId, edition, index, until]))
    .digest('base64url')
}

/**
 * Gives addresses of HTML pieces to somebody who may read the page. The sealed host has no cookie to know anyone by,
 * so the address itself is the leave to look: signed, and good until the end of tomorrow (UTC). Through a day it stays
 * the same, so that pages can be kept by browsers.
 */
export async function sealedLinks(): Promise<(place: SealedPlace) => string> {
  const secret = await sealingKey()
  const until = (Math.floor(Date.now() / DAY) + 2) * DAY
  return (place) =>
    `${sealedAddress}/piece/${place.documentId}/${place.edition}/${place.index}?until=${until}&mac=${sign(secret, place, until)}`
}

/** True when an address was signed by us for this place and is still good. */
export async function isGoodLink(place: SealedPlace, until: number, unsafeMac: string): Promise<boolean> {
  const expected = Buffer.from(sign(await sealingKey(), place, until))
  const given = Buffer.from(unsafeMac)
  return given.length === expected.length && timingSafeEqual(given, expected) && until > Date.now()
}
