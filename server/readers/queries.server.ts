import { z } from 'zod'
import { containing } from '../database/patterns.server.ts'
import type { Database } from '../database/pool.server.ts'

const itemRow = z.object({
  id: z.string(),
  done: z.number(),
  posted: z.number(),
  posts: z.number(),
  answered: z.number(),
  handedIn: z.number(),
  waiting: z.number(),
  helped: z.number(),
  notYet: z.number(),
})
/** How many students did what with an item. */
export type ItemReading = z.infer<typeof itemRow>

/** For each published item of a course: how many students have done it, written, answered, handed in. */
export async function listItemReadings(db: Database, courseId: string): Promise<ItemReading[]> {
  const { rows } = await db.query(
    `with students as (select person_id from memberships where course_id = $1::text and role = 'student'),
     items as (select id from plan_entries where course_id = $1::text and deleted_at is null and exists (select 1
       from editions where document_id = plan_entries.document_id)),
     done as (select entry_id, count(*)::int as n from progress join students using (person_id)
       where done_at is not null and entry_id in (select id from items) group by entry_id),
     wrote as (select entry_id, count(distinct person_id)::int as people, count(*)::int as n from posts
       join students using (person_id) where deleted_at is null and entry_id in (select id from items)
       group by entry_id),
     solved as (select entry_id, count(distinct person_id)::int as n from attempts join students using (person_id)
       where (finished_at is not null or number = 0) and entry_id in (select id from items) group by entry_id),
     given as (select entry_id, count(distinct person_id)::int as n,
       count(*) filter (where returned_at is null)::int as open from submissions join students using (person_id)
       where entry_id in (select id from items) group by entry_id),
     votes as (select entry_id, count(*) filter (where did_help)::int as yes,
       count(*) filter (where not did_help)::int as no from votes join students using (person_id)
       where entry_id in (select id from items) group by entry_id)
     select i.id, coalesce(d.n, 0) as done, coalesce(w.people, 0) as posted, coalesce(w.n, 0) as posts,
       coalesce(s.n, 0) as answered, coalesce(g.n, 0) as "handedIn", coalesce(g.open, 0) as waiting,
       coalesce(v.yes, 0) as helped, coalesce(v.no, 0) as "notYet"
     from items i left join done d on d.entry_id = i.id left join wrote w on w.entry_id = i.id left
       join solved s on s.entry_id = i.id left join given g on g.entry_id = i.id left
       join votes v on v.entry_id = i.id`,
    [courseId],
  )
  return rows.map((row) => itemRow.parse(row))
}

/** What students miss in items that did not help them, the newest first; nobody is named. */
export async function listMissing(
  db: Database,
  courseId: string,
): Promise<{ entryId: string; title: string; words: string }[]> {
  const { rows } = await db.query<{ entryId: string; title: string; words: string }>(
    `select e.id as "entryId", e.title, v.missing as words from votes v join plan_entries e on e.id = v.entry_id
      where e.course_id = $1::text and e.deleted_at is null and v.missing is not null
      order by v.at desc, e.id limit 20`,
    [courseId],
  )
  return rows
}

const studentRow = z.object({
  id: z.string(),
  name: z.string(),
  colour: z.string(),
  done: z.array(z.string()),
  posts: z.number(),
  seenAt: z
    .date()
    .nullable()
    .transform((at) => at?.toISOString() ?? null),
})
/** What one student has done in a course: `done` are ids of entries. */
export type StudentReading = z.infer<typeof studentRow>

/**
 * Some students of a course by name, with what they have done in it; those whose name holds some words, if there are
 * any.
 */
export async function listStudentReadings(
  db: Database,
  courseId: string,
  page: { readonly words: string; readonly skip: number; readonly most: number },
): Promise<StudentReading[]> {
  const { rows } = await db.query(
    `with shown as (
       select p.id, p.name, p.colour from memberships m join people p on p.id = m.person_id
       where m.course_id = $1::text and m.role = 'student' and p.deleted_at is null and p.name ilike $2::text
         order by p.name, p.id offset $3::int limit $4::int),
     entries as (select id from plan_entries where course_id = $1::text and deleted_at is null),
     did as (select pr.person_id, array_agg(pr.entry_id) as done, max(pr.done_at) as at from progress pr
       where pr.done_at is not null and pr.person_id in (select id from shown) and pr.entry_id in (select id
       from entries) group by 1),
     wrote as (select o.person_id, count(*)::int as n from posts o
       where o.deleted_at is null and o.person_id in (select id from shown) and o.entry_id in (select id from entries)
       group by 1)
     select s.id, s.name, s.colour, coalesce(d.done, '{}') as done, coalesce(w.n, 0) as posts, d.at as "seenAt"
       from shown s left join did d on d.person_id = s.id left join wrote w on w.person_id = s.id
       order by s.name, s.id`,
    [courseId, containing(page.words), page.skip, page.most],
  )
  return rows.map((row) => studentRow.parse(row))
}

/** How many students a course has, and how many of them have a name with these words. */
export async function countStudents(
  db: Database,
  courseId: string,
  words: string,
): Promise<{ all: number; found: number }> {
  const { rows } = await db.query<{ all: number; found: number }>(
    `select count(*)::int as "all", (count(*) filter (where p.name ilike $2::text))::int as found from memberships m
      join people p on p.id = m.person_id
     where m.course_id = $1::text and m.role = 'student' and p.deleted_at is null`,
    [courseId, containing(words)],
  )
  return rows[0] ?? { all: 0, found: 0 }
}
