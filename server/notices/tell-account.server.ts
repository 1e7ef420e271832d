import type { Database } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'

/** Tells somebody what happened to their account, here and by mail, at once and whatever they chose for other mail. */
export async function tellAccount(db: Database, personId: string, words: string): Promise<void> {
  await db.query(
    `insert into notices (person_id, sort, words, address) values ($1::text, 'sign-in', $2::text, '/account')`,
    [personId, words],
  )
  await addJob(db, 'mail', {}, 'mail')
}
