import { z } from 'zod'
import { publishedHeading, segments } from '../../core/html/render.ts'
import type { Database } from '../database/pool.server.ts'

const outlineEntry = z.object({ id: z.string(), parent: z.string().nullable(), kind: z.enum(['unit', 'lesson', 'page']), title: z.string(), words: z.number().nullable() })
/** An entry of the course as students see it; only published items are among them, under their published titles. */
export type OutlineEntry = z.infer<typeof outlineEntry>

const courseRow = z.object({
  course_id: z.string(),
  course_title: z.string(),
  language: z.string(),
  direction: z.enum(['ltr', 'rtl']),
  time_zone: z.string(),
  role: z.enum(['author', 'student', 'guest']).nullable(),
  outline: z.array(outlineEntry).nullable().transform((entries) => entries ?? []),
})
const editionRow = courseRow.extend({
  document_id: z.string(),
  number: z.number(),
  title: z.string(),
  note: z.string(),
  words: z.number(),
  published_at: z.date(),
  segments,
  headings: z.array(publishedHeading),
})
export type CourseToRead = z.infer<typeof courseRow>
export type EditionToRead = z.infer<typeof editionRow>

const OUTLINE = `(
  select json_agg(json_build_object('id', e.id, 'parent', e.parent_id, 'kind', e.kind, 'title', coalesce(ed.title, e.title), 'words', ed.words) order by e.position, e.id)
  from plan_entries e
  left join lateral (select title, words from editions where document_id = e.document_id order by number desc limit 1) ed on true
  where e.course_id = c.id and e.deleted_at is null and (e.kind <> 'page' or ed.title is not null)) as outline`
const COURSE = `c.id as course_id, c.title as course_title, c.language, c.direction, c.time_zone, m.role, ${OUTLINE}`

/** A course with its published outline, for one person. */
export async function findCourseToRead(db: Database, courseId: string, personId: string): Promise<CourseToRead | null> {
  const { rows } = await db.query({
    name: 'find-course-to-read',
    text: `select ${COURSE} from courses c left join memberships m on m.course_id = c.id and m.person_id = $2::text
           where c.id = $1::text and c.deleted_at is null`,
    values: [courseId, personId],
  })
  return rows[0] ? courseRow.parse(rows[0]) : null
}

/** The newest edition of an item with everything its page shows; null while there is none. */
export async function findEditionToRead(db: Database, courseId: string, itemId: string, personId: string): Promise<EditionToRead | null> {
  const { rows } = await db.query({
    name: 'find-edition-to-read',
    text: `select ${COURSE}, ed.document_id, ed.number, ed.title, ed.note, ed.words, ed.published_at, ed.segments, ed.headings
           from plan_entries i
           join courses c on c.id = i.course_id
           left join memberships m on m.course_id = c.id and m.person_id = $3::text
           join lateral (select * from editions where document_id = i.document_id order by number desc limit 1) ed on true
           where i.course_id = $1::text and i.id = $2::text and i.deleted_at is null and c.deleted_at is null`,
    values: [courseId, itemId, personId],
  })
  return rows[0] ? editionRow.parse(rows[0]) : null
}
