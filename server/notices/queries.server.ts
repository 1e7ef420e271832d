import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'

export interface NewNotice {
  readonly courseId: string
  readonly entryId: string
  readonly sort: 'reply' | 'edition' | 'returned' | 'handed in' | 'comment'
  readonly words: string
  readonly address: string
}

/** Tells people something, each once; whoever did it is not told. */
export async function insertNotices(db: Database, notice: NewNotice, personIds: readonly string[], exceptId: string): Promise<void> {
  await db.query(
    `insert into notices (person_id, course_id, entry_id, sort, words, address)
     select distinct person, $2::text, $3::text, $4::text, $5::text, $6::text from unnest($1::text[]) as person where person <> $7::text`,
    [personIds, notice.courseId, notice.entryId, notice.sort, notice.words, notice.address, exceptId],
  )
}

const noticeRow = z.object({ id: z.coerce.string(), course: z.string(), timeZone: z.string(), words: z.string(), address: z.string(), at: z.date().transform((at) => at.toISOString()), isSeen: z.boolean() })
export type Notice = z.infer<typeof noticeRow>

/** What somebody was told, newest first. */
export async function listNotices(db: Database, personId: string): Promise<Notice[]> {
  const { rows } = await db.query(
    `select n.id, c.title as course, c.time_zone as "timeZone", n.words, n.address, n.created_at as at, n.seen_at is not null as "isSeen"
     from notices n join courses c on c.id = n.course_id where n.person_id = $1::text order by n.created_at desc, n.id desc limit 200`,
    [personId],
  )
  return rows.map((row) => noticeRow.parse(row))
}

export async function markSeen(db: Database, personId: string): Promise<void> {
  await db.query('update notices set seen_at = now() where person_id = $1::text and seen_at is null', [personId])
}

/** Who follows an item, and the authors of its course who do. */
export async function listFollowers(db: Database, entryId: string): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>('select person_id as id from follows where entry_id = $1::text', [entryId])
  return rows.map(({ id }) => id)
}

/** Takes notices that were not mailed yet, so that no other process mails them too. */
export async function takeToMail(db: Database, most: number): Promise<{ id: string; email: string; name: string; course: string; words: string; address: string }[]> {
  const { rows } = await db.query<{ id: string; email: string; name: string; course: string; words: string; address: string }>(
    `with taken as (select id from notices where mailed_at is null order by id limit $1::int for update skip locked),
     marked as (update notices n set mailed_at = now() from taken where n.id = taken.id returning n.*)
     select m.id, p.email, p.name, c.title as course, m.words, m.address from marked m join people p on p.id = m.person_id join courses c on c.id = m.course_id order by m.id`,
    [most],
  )
  return rows
}
