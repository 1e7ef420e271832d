import { z } from 'zod'
import type { Database } from '../database/pool.server.ts'

const itemRow = z.object({ id: z.string(), done: z.number(), posted: z.number(), posts: z.number(), answered: z.number(), handedIn: z.number(), waiting: z.number(), helped: z.number(), notYet: z.number() })
/** How many students did what with an item. */
export type ItemReading = z.infer<typeof itemRow>

/** For each published item of a course: how many students have done it, written, answered, handed in. */
export async function listItemReadings(db: Database, courseId: string): Promise<ItemReading[]> {
  const { rows } = await db.query(
    `with students as (select person_id from memberships where course_id = $1::text and role = 'student'),
     items as (select id from plan_entries where course_id = $1::text and deleted_at is null and exists (select 1 from editions where document_id = plan_entries.document_id)),
     done as (select entry_id, count(*)::int as n from progress join students using (person_id) where done_at is not null group by entry_id),
     wrote as (select entry_id, count(distinct person_id)::int as people, count(*)::int as n from posts join students using (person_id) where deleted_at is null group by entry_id),
     solved as (select entry_id, count(distinct person_id)::int as n from attempts join students using (person_id) where finished_at is not null or number = 0 group by entry_id),
     given as (select entry_id, count(distinct person_id)::int as n, count(*) filter (where returned_at is null)::int as open from submissions join students using (person_id) group by entry_id),
     votes as (select entry_id, count(*) filter (where did_help)::int as yes, count(*) filter (where not did_help)::int as no from votes join students using (person_id) group by entry_id)
     select i.id, coalesce(d.n, 0) as done, coalesce(w.people, 0) as posted, coalesce(w.n, 0) as posts, coalesce(s.n, 0) as answered, coalesce(g.n, 0) as "handedIn", coalesce(g.open, 0) as waiting,
       coalesce(v.yes, 0) as helped, coalesce(v.no, 0) as "notYet"
     from items i left join done d on d.entry_id = i.id left join wrote w on w.entry_id = i.id left join solved s on s.entry_id = i.id left join given g on g.entry_id = i.id left join votes v on v.entry_id = i.id`,
    [courseId],
  )
  return rows.map((row) => itemRow.parse(row))
}

const studentRow = z.object({ id: z.string(), name: z.string(), colour: z.string(), done: z.array(z.string()), posts: z.number(), seenAt: z.date().nullable().transform((at) => at?.toISOString() ?? null) })
/** What one student has done in a course. */
export type StudentReading = z.infer<typeof studentRow>

export async function listStudentReadings(db: Database, courseId: string): Promise<StudentReading[]> {
  const { rows } = await db.query(
    `select p.id, p.name, p.colour,
       coalesce((select array_agg(pr.entry_id) from progress pr join plan_entries e on e.id = pr.entry_id where pr.person_id = p.id and e.course_id = $1::text and e.deleted_at is null and pr.done_at is not null), '{}') as done,
       (select count(*)::int from posts o join plan_entries e on e.id = o.entry_id where o.person_id = p.id and e.course_id = $1::text and o.deleted_at is null) as posts,
       (select max(pr.done_at) from progress pr join plan_entries e on e.id = pr.entry_id where pr.person_id = p.id and e.course_id = $1::text) as "seenAt"
     from memberships m join people p on p.id = m.person_id where m.course_id = $1::text and m.role = 'student' and p.deleted_at is null order by p.name`,
    [courseId],
  )
  return rows.map((row) => studentRow.parse(row))
}
