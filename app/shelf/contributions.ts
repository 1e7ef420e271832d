import { z } from 'zod'
import { sayIn } from '../../core/words/say.ts'
import { takeUpload } from '../../server/shelf/upload.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/contributions'

const query = z.object({ name: z.string().max(1000).catch(''), any: z.literal('yes').optional().catch(undefined) })

/** Takes one file that goes with what somebody writes: a picture in a post, any file that is handed in. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'take part', true)
  const { name, any } = query.parse(Object.fromEntries(new URL(request.url).searchParams))
  const result = await takeUpload(
    course.id,
    { personId: person.id, isContribution: true, isAnyFile: any === 'yes', say: sayIn(course.language) },
    name,
    (request.body ?? []) as AsyncIterable<Uint8Array>,
  )
  // Of bytes that the course has already nothing more is told than whoever brought them knows.
  return Response.json(result.ok ? { ...result, item: { ...result.item, name, alt: '' } } : result, {
    status: result.ok ? 200 : 422,
  })
}
