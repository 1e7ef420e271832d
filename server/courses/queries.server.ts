import { z } from 'zod'
import type { CourseRole } from '../../core/access/access.ts'
import { containingEach } from '../database/patterns.server.ts'
import type { Database } from '../database/pool.server.ts'

const courseRow = z.object({
  id: z.string(),
  title: z.string(),
  language: z.string(),
  direction: z.enum(['ltr', 'rtl']),
  time_zone: z.string(),
  role: z.enum(['author', 'student', 'guest']).nullable(),
})

export interface Course {
  readonly id: string
  readonly title: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly timeZone: string
  /** The role of the person who asked. */
  readonly role: CourseRole | null
}

function toCourse(row: unknown): Course {
  const { time_zone, ...rest } = courseRow.parse(row)
  return { ...rest, timeZone: time_zone }
}

const COLUMNS = 'c.id, c.title, c.language, c.direction, c.time_zone, m.role'

export async function findCourse(db: Database, courseId: string, personId: string): Promise<Course | null> {
  const { rows } = await db.query(
    `select ${COLUMNS} from courses c left join memberships m on m.course_id = c.id and m.person_id = $2::text
     where c.id = $1::text and c.deleted_at is null`,
    [courseId, personId],
  )
  return rows[0] ? toCourse(rows[0]) : null
}

/** The course of a document, deleted or not. */
export async function findCourseOfDocument(
  db: Database,
  documentId: string,
  personId: string,
): Promise<(Course & { isDocumentDeleted: boolean }) | null> {
  const { rows } = await db.query<{ is_document_deleted: boolean }>({
    name: 'find-course-of-document',
    text: `select ${COLUMNS}, d.deleted_at is not null as is_document_deleted from documents d
      join courses c on c.id = d.course_id
           left join memberships m on m.course_id = c.id and m.person_id = $2::text
           where d.id = $1::text and c.deleted_at is null`,
    values: [documentId, personId],
  })
  const row = rows[0]
  return row ? { ...toCourse(row), isDocumentDeleted: row.is_document_deleted } : null
}

/** The course of a published entry that is not deleted and that students may open by now. */
export async function findCourseOfEntry(db: Database, entryId: string, personId: string): Promise<Course | null> {
  const { rows } = await db.query(
    `select ${COLUMNS} from plan_entries e join courses c on c.id = e.course_id
     left join memberships m on m.course_id = c.id and m.person_id = $2::text
     where e.id = $1::text and e.deleted_at is null and c.deleted_at is null
       and (m.role = 'author' or entry_opens_at(e.id) is null)
       and exists (select 1 from editions where document_id = e.document_id)`,
    [entryId, personId],
  )
  return rows[0] ? toCourse(rows[0]) : null
}

/** So many courses are listed at once. */
export const COURSES_A_PART = 60

/**
 * The courses a person is in, for the manager all, by title: those with all of some words in it, from a place in the
 * list on; one more than a part when there are more.
 */
export async function listCourses(
  db: Database,
  personId: string,
  all: boolean,
  words = '',
  from = 0,
): Promise<Course[]> {
  const patterns = containingEach(words)
  const { rows } = await db.query(
    `select ${COLUMNS} from courses c left join memberships m on m.course_id = c.id and m.person_id = $1::text
     where c.deleted_at is null and ($2::boolean or m.role is not null) and c.title ilike all ($3::text[])
       order by c.title, c.id limit $5::int offset $4::int`,
    [personId, all, patterns, from, COURSES_A_PART + 1],
  )
  return rows.map(toCourse)
}
