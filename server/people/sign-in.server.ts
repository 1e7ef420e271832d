import { createHash, randomBytes } from 'node:crypto'
import { secondsToWait } from '../../core/people/sign-in-wait.ts'
import { recordDeed } from '../audit/audit.server.ts'
import { pool } from '../database/pool.server.ts'
import { isKnownDevice } from './devices.server.ts'
import { isPassword } from './passwords.server.ts'
import {
  countFailures,
  deleteFailure,
  deleteFailures,
  deletePending,
  findPending,
  findPersonByEmail,
  insertFailure,
  insertPending,
  type Person,
} from './queries.server.ts'
import { hasSecondStep, takeCode } from './second-step.server.ts'

/** From one address, where a school may sit, so many failures more go without a wait. */
const FREE_FROM_ADDRESS = 45

export type SignIn =
  | { readonly ok: true; readonly person: Person }
  /** The password was right; a code is asked next, with this token. */
  | { readonly ok: false; readonly reason: 'code'; readonly token: string }
  | { readonly ok: false; readonly reason: 'wrong' }
  /** `wait` is in seconds. */
  | { readonly ok: false; readonly reason: 'too many'; readonly wait: number }

/** From where somebody signs in: the address, and the token of the browser if it has one. */
export interface Whence {
  readonly address: string
  readonly device: Buffer | null
}

/**
 * Counts an attempt and says how long is to be waited before it is looked at; null when it may be. It is counted before
 * the password is looked at, which takes its time: a hundred tries at the same moment see each other. In a browser that
 * somebody has signed in with before only what went wrong there makes them wait.
 */
async function waitFor(
  account: string,
  personId: string | null,
  { address, device }: Whence,
): Promise<{ attempt: string; wait: number }> {
  const known = personId !== null && (await isKnownDevice(pool, personId, device)) ? device : null
  const attempt = await insertFailure(pool, account, address, known)
  const failures = await countFailures(pool, account, address, known, attempt)
  const waits = [
    secondsToWait(failures.account) - failures.sinceAccount,
    known ? 0 : secondsToWait(failures.address - FREE_FROM_ADDRESS) - failures.sinceAddress,
  ]
  const wait = Math.max(0, ...waits)
  // What was not tried does not make the wait longer.
  if (wait > 0) await deleteFailure(pool, attempt)
  return { attempt, wait }
}

/** Tries a name and password. Which of them was wrong is not told; neither does the time it takes tell. */
export async function signIn(email: string, password: string, from: Whence): Promise<SignIn> {
  const account = email.trim().toLowerCase()
  const person = await findPersonByEmail(pool, account)
  const { wait } = await waitFor(account, person?.id ?? null, from)
  if (wait > 0) {
    if (person)
      await recordDeed(pool, {
        act: 'sign-in refused',
        personId: person.id,
        about: 'too many tries',
        address: from.address,
      })
    return { ok: false, reason: 'too many', wait }
  }
  if (!(await isPassword(password, person?.passwordHash ?? null)) || !person) return { ok: false, reason: 'wrong' }
  if (await hasSecondStep(pool, person.id)) {
    const token = randomBytes(32).toString('base64url')
    await insertPending(pool, createHash('sha256').update(token).digest(), person.id)
    return { ok: false, reason: 'code', token }
  }
  await deleteFailures(pool, account, from.device)
  const { passwordHash: _kept, ...known } = person
  return { ok: true, person: known }
}

/** The second step: the code of the authenticator, for whoever has given their password in the last ten minutes. */
export async function finishSignIn(token: string, code: string, from: Whence): Promise<SignIn> {
  const hash = createHash('sha256').update(token).digest()
  const pending = await findPending(pool, hash)
  if (!pending) return { ok: false, reason: 'wrong' }
  const account = pending.email
  const { wait } = await waitFor(account, pending.id, from)
  if (wait > 0) return { ok: false, reason: 'too many', wait }
  if (!(await takeCode(pool, pending.id, code))) return { ok: false, reason: 'code', token }
  await deletePending(pool, hash)
  await deleteFailures(pool, account, from.device)
  return { ok: true, person: pending }
}
