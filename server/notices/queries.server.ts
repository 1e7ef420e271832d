import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'
import type { Telling } from './telling.server.ts'

/**
 * Writes the notices of one telling for the next people after one (by id), so many at most. Gives back the last of
 * them, or null when there were no more. Nobody is told of a course they are no longer in. When each is mailed follows
 * from what they chose: at once, or with the rest of the day at seven in the morning of the course's time zone; what
 * comes to authors from their readers is bundled unless they chose otherwise.
 */
export async function insertTold(db: Database, told: Telling, afterId: string, most: number): Promise<string | null> {
  const { rows } = await db.query<{ last: string | null; count: number }>(
    `with everyone as (
       select person_id from memberships where course_id = $2::text and role = any($8::text[])
       union select person_id from follows where $9::boolean and entry_id = $3::text
       union select unnest($10::text[])),
     told as (
       select p.id, case when p.mail_pace = 'never' then 'never'
           else coalesce(p.mail_pace, case when m.role = 'author' and $4::text <> 'edition' then 'daily'
             else 'at once' end) end as pace
       from everyone e join people p on p.id = e.person_id left
         join memberships m on m.course_id = $2::text and m.person_id = p.id
       where p.deleted_at is null and p.id <> $7::text and p.id > $11::text and (m.role is not null or p.is_manager)
         order by p.id limit $12::int),
     written as (
       insert into notices (person_id, course_id, entry_id, sort, words, address, telling, mailed_at, mail_after)
       select s.id, $2::text, $3::text, $4::text, $5::text, $6::text, $1::text, case
         when s.pace = 'never' then now() end,
         case when s.pace = 'daily' then (date_trunc('day',
           now() at time zone c.time_zone) + interval '1 day 7 hours') at time zone c.time_zone else now() end
       from told s join courses c on c.id = $2::text on conflict do nothing)
     select max(id) as last, count(*)::int as count from told`,
    [
      told.id,
      told.courseId,
      told.entryId,
      told.type,
      told.words,
      told.address,
      told.exceptId,
      told.roles,
      told.isToFollowers,
      told.personIds,
      afterId,
      most,
    ],
  )
  const { last, count } = rows[0]!
  return count === most ? last : null
}

const noticeRow = z.object({
  id: z.coerce.string(),
  course: z.string(),
  timeZone: z.string(),
  words: z.string(),
  address: z.string(),
  at: z.date().transform((at) => at.toISOString()),
  isSeen: z.boolean(),
})
export type Notice = z.infer<typeof noticeRow>

/** What somebody was told, newest first. */
export async function listNotices(db: Database, personId: string, most = 200): Promise<Notice[]> {
  const { rows } = await db.query(
    `select n.id, coalesce(c.title, 'Fieldstone') as course, coalesce(c.time_zone, 'UTC') as "timeZone", n.words,
      n.address, n.created_at as at, n.seen_at is not null as "isSeen"
     from notices n left join courses c on c.id = n.course_id where n.person_id = $1::text
       order by n.created_at desc, n.id desc limit $2::int`,
    [personId, most],
  )
  return rows.map((row) => noticeRow.parse(row))
}

export async function markSeen(db: Database, personId: string): Promise<void> {
  await db.query('update notices set seen_at = now() where person_id = $1::text and seen_at is null', [personId])
}

/** Something somebody is told by mail. */
export interface NoticeToMail {
  readonly id: string
  readonly personId: string
  readonly email: string
  readonly name: string
  readonly course: string
  /** Of the course (BCP 47); null for what stands in none. */
  readonly language: string | null
  readonly words: string
  readonly address: string
}

/**
 * What is due to be mailed to the next people, kept from other processes until the transaction ends; so many people, so
 * many notices each.
 */
export async function takeToMail(db: Database, mostPeople: number, mostEach: number): Promise<NoticeToMail[]> {
  const { rows } = await db.query<NoticeToMail>(
    `with due as (select distinct person_id
      from (select person_id from notices where mailed_at is null and mail_after <= now() order by mail_after
      limit 500) soonest order by person_id limit $1::int),
     taken as (select n.id from due cross join lateral (
       select id from notices where person_id = due.person_id and mailed_at is null and mail_after <= now() order by id
         limit $2::int for update skip locked) n)
     select n.id::text, n.person_id as "personId", p.email, p.name, coalesce(c.title, 'Fieldstone') as course,
       c.language, n.words, n.address
     from taken join notices n on n.id = taken.id join people p on p.id = n.person_id left
       join courses c on c.id = n.course_id order by n.person_id, n.id`,
    [mostPeople, mostEach],
  )
  return rows
}

export async function updateMailed(db: Database, ids: readonly string[]): Promise<void> {
  await db.query('update notices set mailed_at = now() where id = any($1::bigint[])', [ids])
}

/** When somebody wants their mail; null: what is usual. */
export const MAIL_PACES = ['at once', 'daily', 'never'] as const
export type MailPace = (typeof MAIL_PACES)[number]

export async function findMailPace(db: Database, personId: string): Promise<MailPace | null> {
  const { rows } = await db.query<{ pace: MailPace | null }>(
    'select mail_pace as pace from people where id = $1::text',
    [personId],
  )
  return rows[0]?.pace ?? null
}

/** Keeps when somebody wants their mail; what waits already goes by it too. */
export async function updateMailPace(db: Database, personId: string, pace: MailPace): Promise<void> {
  await db.query('update people set mail_pace = $2::text where id = $1::text', [personId, pace])
  if (pace === 'never')
    await db.query('update notices set mailed_at = now() where person_id = $1::text and mailed_at is null', [personId])
  if (pace === 'at once')
    await db.query(
      'update notices set mail_after = now() where person_id = $1::text and mailed_at is null and mail_after > now()',
      [personId],
    )
}
