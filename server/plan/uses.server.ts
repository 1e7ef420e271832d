import type { Uses } from '../../core/plan/uses.ts'
import type { Database } from '../database/pool.server.ts'

/** So many titles of what links to something are named. */
const NAMED = 3

/** What people have done with these entries of a course, and what links to them from elsewhere in it, just now too. */
export async function findUses(db: Database, courseId: string, ids: readonly string[]): Promise<Uses> {
  const { rows } = await db.query<{ handedIn: number; answered: number; posts: number }>(
    `with mine as (select id from plan_entries where course_id = $1::text and id = any($2::text[]))
     select (select count(distinct person_id)::int from submissions
       where entry_id in (select id from mine)) as "handedIn",
       (select count(distinct a.person_id)::int from attempts a
         where a.entry_id in (select id from mine) and exists (select 1 from attempt_answers w
         where w.attempt_id = a.id)) as answered,
       (select count(*)::int from posts where entry_id in (select id from mine) and deleted_at is null) as posts`,
    [courseId, ids],
  )
  // Ids are made of letters, digits, - and _ alone: nothing in them means anything to a pattern.
  const linking = await db.query<{ title: string; count: number }>(
    `select e.title, count(*) over ()::int as count from plan_entries e
     left join lateral (select content from editions where document_id = e.document_id order by number desc
       limit 1) ed on true
     left join lateral (select version, content from snapshots where document_id = e.document_id order by version desc
       limit 1) sn on true
     where e.course_id = $1::text and e.deleted_at is null and e.document_id is not null and not e.id = any($2::text[])
       and (ed.content::text ~ $3::text or sn.content::text ~ $3::text or exists (select 1 from batches b
         where b.document_id = e.document_id and b.version > sn.version and b.steps::text ~ $3::text)) order by e.position, e.id limit $4::int`,
    [courseId, ids, `"href":"([^"]*/)?(${ids.filter((id) => /^[\w-]+$/.test(id)).join('|')})(#[^"]*)?"`, NAMED],
  )
  return { ...rows[0]!, linkedFrom: linking.rows.map(({ title }) => title), links: linking.rows[0]?.count ?? 0 }
}
