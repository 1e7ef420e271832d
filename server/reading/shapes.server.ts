import { CourseShape } from '../../core/reading/course-shape.ts'
import { Outline } from '../../core/reading/outline.ts'
import { pool } from '../database/pool.server.ts'
import { type CourseToRead, findShape } from './queries.server.ts'

/** So many courses are held; the one that was not looked at for longest goes first. */
const HELD = 200
const held = new Map<string, { readonly version: number; readonly shape: CourseShape }>()

/**
 * What a course holds for its students, made anew when it has changed: whoever read `version` in the database sees at
 * least that. Every change of the plan and every publishing grows the version in its own transaction (triggers in
 * migration 0017).
 */
export async function courseShape(courseId: string, version: number): Promise<CourseShape> {
  const known = held.get(courseId)
  if (known && known.version >= version) {
    held.delete(courseId)
    held.set(courseId, known)
    return known.shape
  }
  const found = await findShape(pool, courseId)
  const made = { version: found?.version ?? version, shape: new CourseShape(found?.entries ?? []) }
  held.set(courseId, made)
  if (held.size > HELD) held.delete(held.keys().next().value!)
  return made.shape
}

/** A course as it stands for the person it was looked up for. */
export async function outlineOf(
  course: Pick<CourseToRead, 'course_id' | 'outline_version' | 'done'>,
  now = new Date(),
): Promise<Outline> {
  return new Outline(await courseShape(course.course_id, course.outline_version), course.done, now)
}
