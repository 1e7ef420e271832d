import { createHash, randomBytes } from 'node:crypto'
import type { Say } from '../../core/words/say.ts'
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
export function whyNotPassword(password: string, email: string, say: Say): string | null {
  if (password.length < SHORTEST) return say('account.tooShort', { count: SHORTEST })
  if (password.length > LONGEST) return say('account.tooLong', { count: LONGEST })
  if (password.trim().toLowerCase() === email) return say('account.isAddress')
  return new Set(password).size < 4 ? say('account.tooFew') : null
}

interface Who {
  readonly person: Person
  readonly address: string
  /** The session in which it is done; it goes on. */
  readonly session: Buffer | null
  readonly say: Say
}

/** Changes one's password; whoever knew the old one is out. */
export async function changePassword(who: Who, current: string, fresh: string): Promise<Changed> {
  const { person, say } = who
  const why = whyNotPassword(fresh, person.email, say)
  if (why) return refuse(why)
  if (!(await isPassword(current, await findPasswordHash(pool, person.id)))) return refuse(say('account.notCurrent'))
  await keepPassword(who, fresh)
  return { ok: true, words: say('account.changed') }
}

async function keepPassword({ person, address, session, say }: Who, fresh: string): Promise<void> {
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
    await tellAccount(db, person.id, say('account.toldChanged'))
  })
}

/** Ends one's sessions everywhere else. */
export async function signOutElsewhere({ person, address, session, say }: Who): Promise<Changed> {
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
  return { ok: true, words: say('account.signedOut', { others: count }) }
}

/** Begins the second step: the code shows that the authenticator has the secret. */
export async function beginSecondStep(
  { person, address, say }: Who,
  unsafeSecret: unknown,
  code: string,
): Promise<Changed> {
  if (!isSecret(unsafeSecret) || stepOf(unsafeSecret, code) === null) return refuse(say('account.scanAgain'))
  await transaction(async (db) => {
    await setSecondStep(db, person.id, unsafeSecret)
    await recordDeed(db, { act: 'second step', personId: person.id, about: 'begun', address })
    await tellAccount(db, person.id, say('account.toldTwoStepOn'))
  })
  return { ok: true, words: say('account.twoStepBegun') }
}

/** Ends the second step, for whoever knows the password. */
export async function endSecondStep({ person, address, say }: Who, password: string): Promise<Changed> {
  if (!(await isPassword(password, await findPasswordHash(pool, person.id)))) return refuse(say('account.notYours'))
  await transaction(async (db) => {
    await setSecondStep(db, person.id, null)
    await recordDeed(db, { act: 'second step', personId: person.id, about: 'ended', address })
    await tellAccount(db, person.id, say('account.toldTwoStepOff'))
  })
  return { ok: true, words: say('account.twoStepEnded') }
}

/**
 * Sends a way to a new password, in this language (BCP 47), if there is somebody of that address; whether there is, is
 * not told.
 */
export async function askNewPassword(email: string, language: string): Promise<void> {
  const person = await findPersonByEmail(pool, email.trim().toLowerCase())
  if (!person) return
  const token = randomBytes(32).toString('base64url')
  await transaction(async (db) => {
    await insertReset(db, createHash('sha256').update(token).digest(), person.id)
    await addJob(db, 'reset-mail', { personId: person.id, token, language }, `reset ${person.id}`)
  })
}

/** Whose password a way leads to; null when it was used, is too old, or was never one. */
export async function resetOf(token: string): Promise<Person | null> {
  return /^[\w-]{43}$/.test(token) ? findReset(pool, createHash('sha256').update(token).digest()) : null
}

/** Sets a new password by a way that was sent; every session ends. */
export async function resetPassword(token: string, fresh: string, address: string, say: Say): Promise<Changed> {
  const person = await resetOf(token)
  if (!person) return refuse(say('account.linkUsed'))
  const why = whyNotPassword(fresh, person.email, say)
  if (why) return refuse(why)
  await keepPassword({ person, address, session: null, say }, fresh)
  return { ok: true, words: say('account.newSaved') }
}
