import { createHash, randomBytes } from 'node:crypto'
import { recordDeed } from '../audit/audit.server.ts'
import { pool, transaction } from '../database/pool.server.ts'
import { tellAccount } from '../notices/tell-account.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { hashPassword, isPassword } from './passwords.server.ts'
import {
  deleteSessionsBut,
  findPasswordHash,
  findPersonByEmail,
  findReset,
  insertReset,
  type Person,
  updatePassword,
} from './queries.server.ts'
import { isSecret, setSecondStep, stepOf } from './second-step.server.ts'

export type Changed = { readonly ok: true; readonly words: string } | { readonly ok: false; readonly reason: string }
const refuse = (reason: string): Changed => ({ ok: false, reason })

/** The shortest password (NIST SP 800-63B, 5.1.1.2, asks for eight at least; from memory), and the longest. */
const SHORTEST = 10
const LONGEST = 500

/** Why a password can't be one's password; null when it can. */
export function whyNotPassword(password: string, email: string): string | null {
  if (password.length < SHORTEST)
    return `A password has ${SHORTEST} characters at least. Several words are easier to keep in mind than signs.`
  if (password.length > LONGEST) return `A password holds at most ${LONGEST} characters.`
  if (password.trim().toLowerCase() === email) return 'Your e-mail address can’t be your password: others know it.'
  return new Set(password).size < 4 ? 'A password of so few different characters is guessed at once.' : null
}

interface Who {
  readonly person: Person
  readonly address: string
  /** The session in which it is done; it goes on. */
  readonly session: Buffer | null
}

/** Changes one's password; whoever knew the old one is out. */
export async function changePassword(
  { person, address, session }: Who,
  current: string,
  fresh: string,
): Promise<Changed> {
  const why = whyNotPassword(fresh, person.email)
  if (why) return refuse(why)
  if (!(await isPassword(current, await findPasswordHash(pool, person.id))))
    return refuse('That is not your current password. Nothing was changed.')
  await keepPassword(person, address, fresh, session)
  return { ok: true, words: 'Your password is changed. In every other browser you have been signed out.' }
}

async function keepPassword(person: Person, address: string, fresh: string, session: Buffer | null): Promise<void> {
  const hash = await hashPassword(fresh)
  await transaction(async (db) => {
    await updatePassword(db, person.id, hash)
    await deleteSessionsBut(db, person.id, session)
    await recordDeed(db, {
      act: 'password changed',
      personId: person.id,
      about: session ? '' : 'by a way sent by mail',
      address,
    })
    await tellAccount(
      db,
      person.id,
      'Your password was changed. If that was not you, ask for a new one on the page where you sign in, and tell your manager.',
    )
  })
}

/** Ends one's sessions everywhere else. */
export async function signOutElsewhere({ person, address, session }: Who): Promise<Changed> {
  const count = await transaction(async (db) => {
    const ended = await deleteSessionsBut(db, person.id, session)
    await db.query('delete from pending_sign_ins where person_id = $1::text', [person.id])
    await recordDeed(db, {
      act: 'signed out everywhere',
      personId: person.id,
      about: `${ended} sessions ended`,
      address,
    })
    return ended
  })
  return {
    ok: true,
    words:
      count === 0
        ? 'You were signed in nowhere else.'
        : `You have been signed out in ${count} ${count === 1 ? 'other place' : 'other places'}.`,
  }
}

/** Begins the second step: the code shows that the authenticator has the secret. */
export async function beginSecondStep({ person, address }: Who, unsafeSecret: unknown, code: string): Promise<Changed> {
  if (!isSecret(unsafeSecret) || stepOf(unsafeSecret, code) === null)
    return refuse('That code is wrong. Scan the picture again and type the code that the app shows now.')
  await transaction(async (db) => {
    await setSecondStep(db, person.id, unsafeSecret)
    await recordDeed(db, { act: 'second step', personId: person.id, about: 'begun', address })
    await tellAccount(
      db,
      person.id,
      'Two-step sign-in was turned on for your account: signing in now takes a code from your authenticator app.',
    )
  })
  return { ok: true, words: 'From now on, signing in takes your password and a code from your authenticator app.' }
}

/** Ends the second step, for whoever knows the password. */
export async function endSecondStep({ person, address }: Who, password: string): Promise<Changed> {
  if (!(await isPassword(password, await findPasswordHash(pool, person.id))))
    return refuse('That is not your password. Nothing was changed.')
  await transaction(async (db) => {
    await setSecondStep(db, person.id, null)
    await recordDeed(db, { act: 'second step', personId: person.id, about: 'ended', address })
    await tellAccount(
      db,
      person.id,
      'Two-step sign-in was turned off for your account: signing in takes your password only.',
    )
  })
  return { ok: true, words: 'Two-step sign-in is off: signing in takes your password only.' }
}

/** Sends a way to a new password, if there is somebody of that address; whether there is, is not told. */
export async function askNewPassword(email: string): Promise<void> {
  const person = await findPersonByEmail(pool, email.trim().toLowerCase())
  if (!person) return
  const token = randomBytes(32).toString('base64url')
  await transaction(async (db) => {
    await insertReset(db, createHash('sha256').update(token).digest(), person.id)
    await addJob(db, 'reset-mail', { personId: person.id, token }, `reset ${person.id}`)
  })
}

/** Whose password a way leads to; null when it was used, is too old, or was never one. */
export async function resetOf(token: string): Promise<Person | null> {
  return /^[\w-]{43}$/.test(token) ? findReset(pool, createHash('sha256').update(token).digest()) : null
}

/** Sets a new password by a way that was sent; every session ends. */
export async function resetPassword(token: string, fresh: string, address: string): Promise<Changed> {
  const person = await resetOf(token)
  if (!person) return refuse('This link was already used, or is older than an hour. Ask for a new one.')
  const why = whyNotPassword(fresh, person.email)
  if (why) return refuse(why)
  await keepPassword(person, address, fresh, null)
  return { ok: true, words: 'Your new password is saved. Sign in with it.' }
}
