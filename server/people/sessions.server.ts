import { hash as digest, randomBytes } from 'node:crypto'
import { parseCookie, stringifySetCookie } from 'cookie'
import { config } from '../config.server.ts'
import { isDatabaseFull, pool } from '../database/pool.server.ts'
import {
  deleteSession,
  findSession,
  insertSession,
  type Person,
  rotateSession,
  touchSession,
} from './queries.server.ts'

/*
 * A session is a random token in a cookie; the database knows its SHA-256 alone. Cookies ignore ports, so the name
 * carries the port: two Fieldstones on one machine do not sign each other out.
 */
const MONTH = 30 * 24 * 60 * 60

export function cookieName(): string {
  return `fieldstone-${config.PORT}`
}

const hash = (token: string): Buffer => digest('sha256', token, 'buffer')
const freshToken = (): string => randomBytes(32).toString('base64url')

function setCookie(value: string, maxAge: number): string {
  return stringifySetCookie({
    name: cookieName(),
    value,
    httpOnly: true,
    sameSite: 'lax',
    secure: config.HTTPS,
    path: '/',
    maxAge,
  })
}

function tokenOf(cookieHeader: string | undefined): string | null {
  const token = parseCookie(cookieHeader ?? '')[cookieName()]
  return token && /^[\w-]{43}$/.test(token) ? token : null
}

export interface FoundSession {
  readonly person: Person
  /** A header to send when the session was given a new token. */
  readonly setCookie: string | null
}

/** Who the cookie belongs to, or null. `mayRotate`: the answer can carry a new cookie. */
export async function sessionOf(cookieHeader: string | undefined, mayRotate: boolean): Promise<FoundSession | null> {
  const token = tokenOf(cookieHeader)
  if (!token) return null
  const found = await findSession(pool, hash(token))
  if (!found) return null
  return { person: found.person, setCookie: await renewed(found, mayRotate).catch(unlessFull) }
}

/** Keeps a session going; a header to send when it was given a new token. */
async function renewed(
  { sessionId, isOld, isStale }: { sessionId: string; isOld: boolean; isStale: boolean },
  mayRotate: boolean,
): Promise<string | null> {
  if (mayRotate && isOld) {
    const fresh = freshToken()
    return (await rotateSession(pool, sessionId, hash(fresh))) ? setCookie(fresh, MONTH) : null
  }
  if (isStale) await touchSession(pool, sessionId)
  return null
}

/** A database without room can still be read, by whoever is signed in. */
function unlessFull(error: unknown): null {
  if (isDatabaseFull(error)) return null
  throw error
}

/** Begins a session; gives back the header that carries it. */
export async function beginSession(personId: string): Promise<string> {
  const token = freshToken()
  await insertSession(pool, hash(token), personId)
  return setCookie(token, MONTH)
}

/** The hash of the token that this cookie carries; null when there is none. */
export function sessionHash(cookieHeader: string | undefined): Buffer | null {
  const token = tokenOf(cookieHeader)
  return token === null ? null : hash(token)
}

/** Ends the session of this cookie; gives back the header that removes it. */
export async function endSession(cookieHeader: string | undefined): Promise<string> {
  const token = tokenOf(cookieHeader)
  if (token) await deleteSession(pool, hash(token))
  return setCookie('', 0)
}
