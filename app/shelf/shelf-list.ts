import { z } from 'zod'
import { pool } from '../../server/database/pool.server.ts'
import { listShelf } from '../../server/shelf/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/shelf-list'

const query = z.object({ words: z.string().max(200).catch('') })

/** What the shelf of the course holds that fits the words, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const { words } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  return Response.json(await listShelf(pool, course.id, words))
}
