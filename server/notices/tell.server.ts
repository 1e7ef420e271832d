import { nanoid } from 'nanoid'
import { type Database, pool } from '../database/pool.server.ts'
import { addJob } from '../jobs/queries.server.ts'
import { insertTold } from './queries.server.ts'
import type { Telling } from './telling.server.ts'

/** So many notices are written at once: others can write between two parts. */
const PART = 1000

/**
 * Has people told something, as part of the transaction in which it happens. A job writes the notices: nobody waits for
 * 20,000 of them.
 */
export async function tell(db: Database, told: Omit<Telling, 'id'>): Promise<void> {
  const id = nanoid(14)
  await addJob(db, 'tell', { ...told, id }, `tell ${id}`)
}

/** Writes the notices of one telling, part by part; run again it goes on. */
export async function runTelling(told: Telling): Promise<void> {
  for (let after: string | null = ''; after !== null;) after = await insertTold(pool, told, after, PART)
  await addJob(pool, 'mail', {}, 'mail')
}
