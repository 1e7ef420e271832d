import {
  courseLook,
  type CourseLook,
  type CourseLooks,
  type LookSort,
  MOST_LOOKS,
} from '../../core/looks/course-looks.ts'
import type { Database } from '../database/pool.server.ts'

/** The colours and table styles of a course, each sort in the order of its names. */
export async function listLooks(db: Database, courseId: string): Promise<CourseLooks> {
  const { rows } = await db.query(
    `select sort, name, value from course_looks where course_id = $1::text order by sort, lower(name), name`,
    [courseId],
  )
  return rows.flatMap((row) => {
    const look = courseLook.safeParse(row)
    return look.success ? [look.data] : []
  })
}

/** Keeps a look under its name, in the place of one that has it; false when the course holds all it can. */
export async function putLook(db: Database, courseId: string, { sort, name, value }: CourseLook): Promise<boolean> {
  const { rowCount } = await db.query(
    `insert into course_looks (course_id, sort, name, value) select $1::text, $2::text, $3::text, $4::jsonb
      where exists (select 1 from course_looks where course_id = $1::text and sort = $2::text and name = $3::text)
         or (select count(*) from course_looks where course_id = $1::text and sort = $2::text) < $5::int
     on conflict (course_id, sort, name) do update set value = excluded.value`,
    [courseId, sort, name, JSON.stringify(value), MOST_LOOKS],
  )
  return rowCount === 1
}

export async function deleteLook(db: Database, courseId: string, sort: LookSort, name: string): Promise<void> {
  await db.query('delete from course_looks where course_id = $1::text and sort = $2::text and name = $3::text', [
    courseId,
    sort,
    name,
  ])
}
