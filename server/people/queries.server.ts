import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'

const personRow = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  is_manager: z.boolean(),
  colour: z.string(),
})

/** Someone who has signed in. `colour` is that of their face, cursor and name tag. */
export interface Person {
  readonly id: string
  readonly name: string
  readonly email: string
  readonly isManager: boolean
  readonly colour: string
}

function toPerson(row: unknown): Person {
  const { is_manager, ...rest } = personRow.parse(row)
  return { ...rest, isManager: is_manager }
}

export async function findPersonByEmail(
  db: Database,
  email: string,
): Promise<(Person & { passwordHash: string }) | null> {
  const { rows } = await db.query<{ password_hash: string }>(
    `select id, name, email, is_manager, colour, password_hash from people
      where email = $1::text and deleted_at is null`,
    [email],
  )
  return rows[0] ? { ...toPerson(rows[0]), passwordHash: rows[0].password_hash } : null
}

export async function listPeople(db: Database): Promise<(Person & { role: string | null })[]> {
  const { rows } = await db.query<{ role: string | null }>(
    `select p.id, p.name, p.email, p.is_manager, p.colour, min(m.role) as role
     from people p left join memberships m on m.person_id = p.id
     where p.deleted_at is null group by p.id order by p.is_manager desc, min(m.role), p.created_at, p.name`,
  )
  return rows.map((row) => ({ ...toPerson(row), role: row.role }))
}

/** The person of a live session. Its `seen_at` moves on when it is older than five minutes. */
export async function findSession(
  db: Database,
  tokenHash: Buffer,
): Promise<{ person: Person; sessionId: string; isOld: boolean; isStale: boolean } | null> {
  const { rows } = await db.query<{ session_id: string; old: boolean; stale: boolean }>({
    name: 'find-session',
    text: `select s.id as session_id, s.rotated_at < now() - interval '1 day' as old,
      s.seen_at < now() - interval '5 minutes' as stale,
             p.id, p.name, p.email, p.is_manager, p.colour
           from sessions s join people p on p.id = s.person_id
           where (s.token_hash = $1::bytea
             or (s.previous_hash = $1::bytea and s.rotated_at > now() - interval '1 minute'))
             and s.seen_at > now() - interval '7 days' and s.created_at > now() - interval '30 days'
               and p.deleted_at is null`,
    values: [tokenHash],
  })
  const row = rows[0]
  return row ? { person: toPerson(row), sessionId: row.session_id, isOld: row.old, isStale: row.stale } : null
}

export async function insertSession(db: Database, tokenHash: Buffer, personId: string): Promise<void> {
  await db.query('insert into sessions (token_hash, person_id) values ($1::bytea, $2::text)', [tokenHash, personId])
}

export async function touchSession(db: Database, sessionId: string): Promise<void> {
  await db.query('update sessions set seen_at = now() where id = $1::bigint', [sessionId])
}

/** Gives the session a new token, once: false when another request has just done it. */
export async function rotateSession(db: Database, sessionId: string, tokenHash: Buffer): Promise<boolean> {
  const { rowCount } = await db.query(
    `update sessions set previous_hash = token_hash, token_hash = $2::bytea, rotated_at = now(), seen_at = now()
     where id = $1::bigint and rotated_at < now() - interval '1 day'`,
    [sessionId, tokenHash],
  )
  return rowCount === 1
}

export async function deleteSession(db: Database, tokenHash: Buffer): Promise<void> {
  await db.query('delete from sessions where token_hash = $1::bytea or previous_hash = $1::bytea', [tokenHash])
}

/** What went wrong in the last hour before an attempt. */
export interface Failures {
  /** For the account; in a browser that is known, there alone. */
  readonly account: number
  /** From the address. */
  readonly address: number
  /** Seconds since the last of them. */
  readonly sinceAccount: number
  readonly sinceAddress: number
}

/** How often signing in failed before an attempt, for its account and from its address. */
export async function countFailures(
  db: Database,
  account: string,
  address: string,
  device: Buffer | null,
  attempt: string,
): Promise<Failures> {
  const { rows } = await db.query<Failures>(
    `select a.count as account, a.since as "sinceAccount", b.count as address, b.since as "sinceAddress" from
       (select count(*)::int as count, coalesce(extract(epoch from now() - max(at)), 3600)::float8 as since
         from sign_in_failures
         where account = $1::text and device is not distinct
           from $3::bytea and id < $4::bigint and at > now() - interval '1 hour') a,
       (select count(*)::int as count, coalesce(extract(epoch from now() - max(at)), 3600)::float8 as since
         from sign_in_failures
         where address = $2::text and device is null and id < $4::bigint and at > now() - interval '1 hour') b`,
    [account, address, device, attempt],
  )
  return rows[0]!
}

/** Counts an attempt as a failure until it turns out to be none; gives back its id. */
export async function insertFailure(
  db: Database,
  account: string,
  address: string,
  device: Buffer | null,
): Promise<string> {
  const { rows } = await db.query<{ id: string }>(
    'insert into sign_in_failures (account, address, device) values ($1::text, $2::text, $3::bytea) returning id',
    [account, address, device],
  )
  return rows[0]!.id
}

export async function deleteFailure(db: Database, id: string): Promise<void> {
  await db.query('delete from sign_in_failures where id = $1::bigint', [id])
}

/**
 * Forgets the failures of an account that has signed in: those from where it did, and all that no known browser had
 * part in.
 */
export async function deleteFailures(db: Database, account: string, device: Buffer | null): Promise<void> {
  await db.query('delete from sign_in_failures where account = $1::text and (device is null or device = $2::bytea)', [
    account,
    device,
  ])
}

/** Keeps that somebody has given their password; the second step is to come. */
export async function insertPending(db: Database, tokenHash: Buffer, personId: string): Promise<void> {
  await db.query('insert into pending_sign_ins (token_hash, person_id) values ($1::bytea, $2::text)', [
    tokenHash,
    personId,
  ])
}

export async function findPending(db: Database, tokenHash: Buffer): Promise<Person | null> {
  return personWithToken(db, 'pending_sign_ins', tokenHash, 10)
}

/** The second step was taken: what was given before it is good for nothing more. */
export async function deletePending(db: Database, tokenHash: Buffer): Promise<void> {
  await db.query('delete from pending_sign_ins where token_hash = $1::bytea', [tokenHash])
}

/** Whose a token is, if it is not older than so many minutes. */
async function personWithToken(
  db: Database,
  table: 'pending_sign_ins' | 'password_resets',
  tokenHash: Buffer,
  minutes: number,
): Promise<Person | null> {
  const { rows } = await db.query(
    `select p.id, p.name, p.email, p.is_manager, p.colour from ${table} t join people p on p.id = t.person_id
     where t.token_hash = $1::bytea and t.created_at > now() - make_interval(mins => $2::int) and p.deleted_at is null`,
    [tokenHash, minutes],
  )
  return rows[0] ? toPerson(rows[0]) : null
}

/** Ends every session of a person but one (null: all); gives back how many ended. */
export async function deleteSessionsBut(db: Database, personId: string, tokenHash: Buffer | null): Promise<number> {
  const { rowCount } = await db.query(
    'delete from sessions where person_id = $1::text and ($2::bytea is null or token_hash <> $2::bytea)',
    [personId, tokenHash],
  )
  return rowCount ?? 0
}

export async function countSessions(db: Database, personId: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>(
    `select count(*)::int as count from sessions
      where person_id = $1::text and seen_at > now() - interval '7 days' and created_at > now() - interval '30 days'`,
    [personId],
  )
  return rows[0]?.count ?? 0
}

export async function findPasswordHash(db: Database, personId: string): Promise<string | null> {
  const { rows } = await db.query<{ hash: string }>('select password_hash as hash from people where id = $1::text', [
    personId,
  ])
  return rows[0]?.hash ?? null
}

export async function updatePassword(db: Database, personId: string, hash: string): Promise<void> {
  await db.query('update people set password_hash = $2::text where id = $1::text', [personId, hash])
  // Ways to another password, sent before, lead nowhere any more.
  await db.query('delete from password_resets where person_id = $1::text', [personId])
}

export async function insertReset(db: Database, tokenHash: Buffer, personId: string): Promise<void> {
  await db.query('insert into password_resets (token_hash, person_id) values ($1::bytea, $2::text)', [
    tokenHash,
    personId,
  ])
}

/** Whose password a way leads to, if it is not older than an hour. */
export async function findReset(db: Database, tokenHash: Buffer): Promise<Person | null> {
  return personWithToken(db, 'password_resets', tokenHash, 60)
}
