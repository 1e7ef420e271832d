import { pool } from '../database/pool.server.ts'
import { isPassword } from './passwords.server.ts'
import { countFailures, deleteFailure, deleteFailures, findPersonByEmail, insertFailure, type Person } from './queries.server.ts'

/** Failures in 15 minutes after which no password is tried any more. */
const MOST_FOR_ACCOUNT = 10
const MOST_FROM_ADDRESS = 100

export type SignIn = { readonly ok: true; readonly person: Person } | { readonly ok: false; readonly reason: 'wrong' | 'too many' }

/** Tries a name and password. Which of them was wrong is not told; neither does the time it takes tell. */
export async function signIn(email: string, password: string, address: string): Promise<SignIn> {
  const account = email.trim().toLowerCase()
  // Counted before the password is looked at, which takes its time: a hundred tries at the same moment see each other.
  const attempt = await insertFailure(pool, account, address)
  const failures = await countFailures(pool, account, address)
  if (failures.account > MOST_FOR_ACCOUNT || failures.address > MOST_FROM_ADDRESS) {
    // What was not tried does not make the wait longer.
    await deleteFailure(pool, attempt)
    return { ok: false, reason: 'too many' }
  }
  const person = await findPersonByEmail(pool, account)
  if (!(await isPassword(password, person?.passwordHash ?? null)) || !person) return { ok: false, reason: 'wrong' }
  await deleteFailures(pool, account)
  const { passwordHash: _kept, ...known } = person
  return { ok: true, person: known }
}
