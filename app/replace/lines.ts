import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { MOST_ASKED } from '../../core/replace/wire.ts'
import { linesIn } from '../../server/replace/lines.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/lines'

const asked = z.array(identifier).max(MOST_ASKED)

/** What is written under some entries of a course, line by line, to be looked through; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const ids = asked.safeParse((new URL(request.url).searchParams.get('of') ?? '').split('.').filter(Boolean))
  if (!ids.success)
    return Response.json({ reason: `At most ${MOST_ASKED} entries are looked through at once.` }, { status: 422 })
  return Response.json(await linesIn(course.id, ids.data))
}
