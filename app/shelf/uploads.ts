import { z } from 'zod'
import { takeUpload } from '../../server/shelf/upload.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/uploads'

const query = z.object({ name: z.string().max(1000).catch('') })

/** Takes one file, sent as the body itself, onto the shelf of the course. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write', true)
  const { name } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const result = await takeUpload(
    course.id,
    { personId: person.id, isContribution: false },
    name,
    (request.body ?? []) as AsyncIterable<Uint8Array>,
  )
  return Response.json(result, { status: result.ok ? 200 : 422 })
}
