import { createHash, randomBytes } from 'node:crypto'
import { parseCookie, stringifySetCookie } from 'cookie'
import { config } from '../config.server.ts'
import type { Database } from '../database/pool.server.ts'

/*
 * A browser in which somebody has signed in before is known by a token of its own: guesses from elsewhere make nobody
 * wait there, and a sign-in from anywhere else is told to them.
 */
const YEAR = 365 * 24 * 60 * 60
const cookieName = (): string => `fieldstone-device-${config.PORT}`
const hash = (token: string): Buffer => createHash('sha256').update(token).digest()

/** The hash of this browser's token; null when it has none. */
export function deviceOf(cookieHeader: string | undefined): Buffer | null {
  const token = parseCookie(cookieHeader ?? '')[cookieName()]
  return token && /^[\w-]{43}$/.test(token) ? hash(token) : null
}

export async function isKnownDevice(db: Database, personId: string, device: Buffer | null): Promise<boolean> {
  if (!device) return false
  const { rows } = await db.query('select 1 from devices where person_id = $1::text and token_hash = $2::bytea', [
    personId,
    device,
  ])
  return rows.length > 0
}

/**
 * Keeps that somebody has signed in here. Gives back the header that makes the browser known (null: it is), and whether
 * it is new to somebody who had signed in elsewhere.
 */
export async function rememberDevice(
  db: Database,
  personId: string,
  device: Buffer | null,
): Promise<{ setCookie: string | null; isNew: boolean }> {
  if (device) {
    const { rowCount } = await db.query(
      'update devices set seen_at = now() where person_id = $1::text and token_hash = $2::bytea',
      [personId, device],
    )
    if (rowCount === 1) return { setCookie: null, isNew: false }
  }
  const token = device ? null : randomBytes(32).toString('base64url')
  const { rows } = await db.query<{ others: number }>(
    'select count(*)::int as others from devices where person_id = $1::text',
    [personId],
  )
  await db.query('insert into devices (person_id, token_hash) values ($1::text, $2::bytea) on conflict do nothing', [
    personId,
    device ?? hash(token!),
  ])
  const setCookie =
    token === null
      ? null
      : stringifySetCookie({
          name: cookieName(),
          value: token,
          httpOnly: true,
          sameSite: 'lax',
          secure: config.HTTPS,
          path: '/',
          maxAge: YEAR,
        })
  return { setCookie, isNew: (rows[0]?.others ?? 0) > 0 }
}
