import { data } from 'react-router'
import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { beginIn } from '../../server/transfers/transfers.server.ts'
import { nameFrom } from '../../server/shelf/upload.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/import'

const query = z.object({
  name: z.string().max(1000).catch(''),
  as: z.enum(['page', 'book']),
  after: identifier.optional(),
})

/** Takes a document, sent as the body itself, and begins to bring it in. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) throw data(null, { status: 400 })
  const answer = await beginIn(
    course,
    person.id,
    { name: nameFrom(asked.data.name, 'document'), afterId: asked.data.after ?? null, as: asked.data.as },
    (request.body ?? []) as AsyncIterable<Uint8Array>,
  )
  return Response.json(answer, { status: answer.ok ? 200 : 422 })
}
