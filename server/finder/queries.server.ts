import { type Found, found, MOST_FOUND, NOTHING_FOUND } from '../../core/finder/found.ts'
import { containingEach } from '../database/patterns.server.ts'
import { listCourses } from '../courses/queries.server.ts'
import type { Database } from '../database/pool.server.ts'

/**
 * People of a course whose names hold each of the words, headings of what is published in it, and questions of its bank
 * that do; and the other courses of whoever asks.
 */
export async function findInCourse(
  db: Database,
  courseId: string,
  words: string,
  person: { readonly id: string; readonly isManager: boolean },
): Promise<Found> {
  const patterns = containingEach(words)
  if (patterns.length === 0) return NOTHING_FOUND
  const people = await db.query(
    `select p.id, p.name, m.role from memberships m join people p on p.id = m.person_id
      where m.course_id = $1::text and p.deleted_at is null and p.name ilike all($2::text[])
      order by p.name, p.id limit $3::int`,
    [courseId, patterns, MOST_FOUND],
  )
  const headings = await db.query(
    `select e.id as "entryId", e.title as page, h ->> 'text' as text, h ->> 'id' as place
      from plan_entries e
      cross join lateral (select headings from editions where document_id = e.document_id
        order by number desc limit 1) newest
      cross join lateral json_array_elements(newest.headings) h
      where e.course_id = $1::text and e.deleted_at is null and h ->> 'text' ilike all($2::text[])
      order by e.title, e.id limit $3::int`,
    [courseId, patterns, MOST_FOUND],
  )
  const questions = await db.query(
    `select id, title, left(words, 120) as words from questions
      where course_id = $1::text and deleted_at is null and title || ' ' || words ilike all($2::text[])
      order by title = '', title, id limit $3::int`,
    [courseId, patterns, MOST_FOUND],
  )
  const courses = (await listCourses(db, person.id, person.isManager, words))
    .filter(({ id, role }) => id !== courseId && (person.isManager || role === 'author'))
    .slice(0, MOST_FOUND)
  return found.parse({ people: people.rows, headings: headings.rows, questions: questions.rows, courses })
}
