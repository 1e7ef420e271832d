import type { Telling } from '../notices/telling.server.ts'
import type { Database } from '../database/pool.server.ts'

/** What jobs there are, and what each is given. */
export interface JobPayloads {
  readonly renditions: { readonly itemId: string }
  readonly sweep: Record<string, never>
  readonly mail: Record<string, never>
  readonly tell: Telling
  readonly 'reset-mail': { readonly personId: string; readonly token: string; readonly language: string }
  readonly replace: { readonly id: string; readonly personId: string }
  readonly transfer: { readonly id: string }
  readonly 'renew-renderings': Record<string, never>
  readonly 'follow-title': { readonly entryId: string; readonly personId: string }
  readonly squash: { readonly documentId: string }
}

/** How often a job is tried, with growing pauses; what people are told must not be lost to an hour of trouble. */
const ATTEMPTS: Partial<Record<keyof JobPayloads, number>> = { tell: 12, mail: 6 }

/**
 * Puts a job on the queue, as part of the transaction that needs it, to be done after so many seconds. Of one key there
 * is one waiting job: the newest.
 */
export async function addJob<Name extends keyof JobPayloads>(
  db: Database,
  name: Name,
  payload: JobPayloads[Name],
  key: string,
  seconds = 0,
): Promise<void> {
  await db.query(
    `select graphile_worker.add_job($1::text, payload := $2::json, job_key := $3::text, max_attempts := $4::int,
      run_at := now() + make_interval(secs => $5::int))`,
    [name, JSON.stringify(payload), key, ATTEMPTS[name] ?? 3, seconds],
  )
}

/** What is kept for how long, in days; sessions a little longer than `findSession` takes them. */
const KEPT = { failures: 1, seenNotices: 180, notices: 400, idleSessions: 8, sessions: 31 }

/**
 * Forgets what has had its time: sessions that have ended by themselves, failed attempts to sign in, old notices. Gives
 * back how many rows went.
 */
export async function purge(db: Database): Promise<number> {
  const { rows } = await db.query<{ gone: number }>(
    `with ended as (delete from sessions
      where seen_at < now() - make_interval(days => $4::int) or created_at < now() - make_interval(days => $5::int)
      returning 1),
     failed as (delete from sign_in_failures where at < now() - make_interval(days => $1::int) returning 1),
     pending as (delete from pending_sign_ins where created_at < now() - interval '1 day'),
     resets as (delete from password_resets where created_at < now() - interval '1 day'),
     devices_gone as (delete from devices where seen_at < now() - interval '400 days'),
     replacements_gone as (delete from replacements where created_at < now() - interval '30 days'),
     trail as (delete from audit where at < now() - interval '1 year' returning 1),
     old as (delete from notices
       where created_at < now() - make_interval(days => case when seen_at is null then $3::int else $2::int end)
       returning 1)
     select ((select count(*) from ended) + (select count(*) from failed) + (select count(*)
       from old) + (select count(*) from trail))::int as gone`,
    [KEPT.failures, KEPT.seenNotices, KEPT.notices, KEPT.idleSessions, KEPT.sessions],
  )
  return rows[0]?.gone ?? 0
}
