import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { findInCourse } from '../../server/finder/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/find-in-course'

const query = z.object({ words: z.string().max(200).catch('') })

/** People, headings and questions of a course, and other courses, by words; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const { words } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  return Response.json(await findInCourse(pool, course.id, words, person))
}
