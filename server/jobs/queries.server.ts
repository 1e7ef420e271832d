import type { Database } from '../database/pool.server.ts'

/** What jobs there are, and what each is given. */
export interface JobPayloads {
  readonly renditions: { readonly itemId: string }
  readonly sweep: Record<string, never>
  readonly mail: Record<string, never>
  readonly transfer: { readonly id: string }
}

/** Puts a job on the queue, as part of the transaction that needs it. Of one key there is one waiting job. */
export async function addJob<Name extends keyof JobPayloads>(db: Database, name: Name, payload: JobPayloads[Name], key: string): Promise<void> {
  await db.query('select graphile_worker.add_job($1::text, payload := $2::json, job_key := $3::text, max_attempts := 3)', [name, JSON.stringify(payload), key])
}
