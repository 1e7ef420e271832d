import { z } from 'zod'
import { containing } from '../database/patterns.server.ts'
import type { Database } from '../database/pool.server.ts'

/** What is written down: changes of rights, signing in, taking things out, reading what students handed in. */
export const ACTS = [
  'signed in',
  'sign-in refused',
  'signed out everywhere',
  'password changed',
  'second step',
  'rights',
  'host',
  'export',
  'hand-ins read',
] as const
export type Act = (typeof ACTS)[number]

export interface Deed {
  readonly act: Act
  /** Null when nobody was signed in. */
  readonly personId: string | null
  readonly courseId?: string | null
  /** What it was about, in words. */
  readonly about: string
  /** From where. */
  readonly address: string
}

/** Writes down what somebody did, for the manager to read; it is kept for a year. */
export async function recordDeed(
  db: Database,
  { act, personId, courseId = null, about, address }: Deed,
): Promise<void> {
  // The same again within some minutes is one deed: a page that was looked at is loaded anew by itself, and whoever
  // guesses passwords fills no table.
  await db.query(
    `insert into audit (person_id, act, course_id, about, address) select $1::text, $2::text, $3::text, $4::text,
      $5::text
     where not $2::text = any('{hand-ins read,sign-in refused}') or not exists (select from audit
       where at > now() - interval '10 minutes' and person_id is not distinct
       from $1::text and act = $2::text and course_id is not distinct from $3::text and about = $4::text)`,
    [personId, act, courseId, about.slice(0, 500).toWellFormed().replaceAll('\0', ''), address.slice(0, 100)],
  )
}

const deedRow = z.object({
  id: z.coerce.string(),
  at: z.date().transform((at) => at.toISOString()),
  act: z.enum(ACTS),
  person: z.string().nullable(),
  course: z.string().nullable(),
  about: z.string(),
  address: z.string(),
})
export type SeenDeed = z.infer<typeof deedRow>

/** So many deeds are listed at once. */
export const DEEDS_A_PART = 100

/**
 * What was written down, newest first, from before one of them on; of one act, and with words in it or in the name, if
 * asked. One more than a part when there is more.
 */
export async function listDeeds(
  db: Database,
  asked: { readonly before: string | null; readonly act: Act | null; readonly words: string },
): Promise<SeenDeed[]> {
  const { rows } = await db.query(
    `select a.id, a.at, a.act, p.name as person, c.title as course, a.about, a.address from audit a
     left join people p on p.id = a.person_id left join courses c on c.id = a.course_id
     where ($1::bigint is null or a.id < $1::bigint) and ($2::text is null or a.act = $2::text)
       and ($3::text = '' or a.about ilike $4::text or p.name ilike $4::text) order by a.id desc limit $5::int`,
    [asked.before, asked.act, asked.words, containing(asked.words), DEEDS_A_PART + 1],
  )
  return rows.map((row) => deedRow.parse(row))
}
