import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'

/** So many lines of a kind are listed; the rest is counted. */
export const LINES = 6
/** Dates are told so many days ahead. */
const DAYS_AHEAD = 21

const line = z.object({
  courseId: z.string(),
  course: z.string(),
  language: z.string(),
  direction: z.enum(['ltr', 'rtl']),
  timeZone: z.string(),
  entryId: z.string(),
  kind: z.string(),
  title: z.string(),
  /** How many wait at this item. */
  count: z.number(),
  /** Since when the first of them waits, or when a date comes. */
  at: z.date().transform((at) => at.toISOString()),
  /** Words of whoever waits, or who it is; empty where nothing is to be said. */
  words: z.string(),
})
/** Something that waits at one item of a course. */
export type WaitingLine = z.infer<typeof line>

/** What waits of one kind: the first lines, and how many there are. */
export interface Waiting {
  readonly lines: readonly WaitingLine[]
  readonly all: number
}

/** The courses that somebody writes, or one that is given, and what is in their plans. */
const ITEMS = `with mine as (select c.id, c.title, c.language, c.direction, c.time_zone from courses c
    where c.deleted_at is null and (c.id = $2::text or ($2::text is null and c.id in (select course_id
      from memberships where person_id = $1::text and role = 'author')))),
  items as (select e.id, e.course_id, e.kind, e.title, e.document_id, e.opens_at, e.settings from plan_entries e
    join mine on mine.id = e.course_id where e.deleted_at is null)`

/** What a line says of its item and course; `found` is the query's own part, in the order in which things wait. */
const linesOf = (found: string, order = 'f.at'): string => `${ITEMS}, found as (${found})
  select i.course_id as "courseId", mine.title as course, mine.language, mine.direction, mine.time_zone as "timeZone",
    i.id as "entryId", i.kind, i.title, f.n as count, f.at, f.words, count(*) over ()::int as "all"
  from found f join items i on i.id = f.id join mine on mine.id = i.course_id order by ${order}, i.id limit ${LINES}`

const HAND_INS = linesOf(`select s.entry_id as id, count(*)::int as n, min(s.handed_in_at) as at, '' as words
  from submissions s where s.entry_id in (select id from items) and s.returned_at is null and not exists (select 1
    from submissions later where later.entry_id = s.entry_id and later.person_id = s.person_id
      and later.number > s.number)
  group by s.entry_id`)

const POSTS = linesOf(`select p.entry_id as id, count(*)::int as n, min(p.created_at) as at,
    (array_agg(w.name order by p.created_at))[1] as words
  from posts p join items i on i.id = p.entry_id join people w on w.id = p.person_id
    join memberships m on m.course_id = i.course_id and m.person_id = p.person_id and m.role = 'student'
  where p.parent_id is null and p.deleted_at is null and p.hidden_at is null and p.locked_at is null
    and not exists (select 1 from posts r where r.root_id = p.id and r.parent_id is not null and r.deleted_at is null
      and r.person_id <> p.person_id)
  group by p.entry_id`)

/** Of those who say that an item did not help: since its newest edition, which may have mended it. */
const NOT_HELPED = linesOf(
  `select v.entry_id as id, count(*)::int as n, min(v.at) as at,
    coalesce((array_agg(v.missing order by v.at desc) filter (where v.missing is not null))[1], '') as words
  from votes v join items i on i.id = v.entry_id
  where not v.did_help and v.at > (select max(published_at) from editions where document_id = i.document_id)
  group by v.entry_id`,
  'f.n desc, f.at',
)

const FINDINGS = linesOf(`select i.id, d.findings as n, ed.published_at as at, '' as words
  from items i join documents d on d.id = i.document_id
    join lateral (select published_at from editions where document_id = d.id order by number desc limit 1) ed on true
  where d.findings > 0`)

const EDITED =
  linesOf(`select i.id, ed.number as n, coalesce(b.created_at, d.questions_changed_at) as at, coalesce(p.name, '') as words
  from items i join documents d on d.id = i.document_id
    join lateral (select number, version, published_at from editions where document_id = d.id
      order by number desc limit 1) ed on true
    left join lateral (select version, created_at, person_id from batches where document_id = d.id
      order by base desc limit 1) b on true
    left join people p on p.id = b.person_id
  where b.version > ed.version or d.questions_changed_at > ed.published_at`)

/** What opens, is due or closes soon: `words` says which, and of what opens whether it is still a draft. */
const DATES = linesOf(`select id, 0 as n, at, words from (
    select i.id, i.opens_at as at, case when i.document_id is not null and not exists (select 1 from editions
      where document_id = i.document_id) then 'opens as draft' else 'opens' end as words
      from items i where i.opens_at is not null
    union all select i.id, (i.settings->>'dueAt')::timestamptz, 'due' from items i
      where i.settings->>'dueAt' is not null
    union all select i.id, (i.settings->>'closesAt')::timestamptz, 'closes' from items i
      where i.settings->>'closesAt' is not null) as dates
  where at > now() and at < now() + interval '${DAYS_AHEAD} days'`)

const KINDS = {
  handIns: HAND_INS,
  posts: POSTS,
  notHelped: NOT_HELPED,
  findings: FINDINGS,
  edited: EDITED,
  dates: DATES,
}
export type WaitingKind = keyof typeof KINDS
/** All that waits anywhere. */
export const WAITING_KINDS = Object.keys(KINDS) as WaitingKind[]

/**
 * What waits for an author in all their courses, or in one that they may write in, by kind; each begins with what waits
 * longest, or with what most say.
 */
export async function waitingFor<Kind extends WaitingKind>(
  db: Database,
  personId: string,
  courseId: string | null,
  kinds: readonly Kind[],
): Promise<Record<Kind, Waiting>> {
  const found = await Promise.all(
    kinds.map(async (kind) => {
      const { rows } = await db.query<{ all: number }>({
        name: `waiting-${kind}`,
        text: KINDS[kind],
        values: [personId, courseId],
      })
      return [kind, { lines: rows.map((row) => line.parse(row)), all: rows[0]?.all ?? 0 }] as const
    }),
  )
  return Object.fromEntries(found) as unknown as Record<Kind, Waiting>
}
