import { recordDeed } from '../../server/audit/audit.server.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listTransfers } from '../../server/transfers/queries.server.ts'
import { beginOut, tryAgain } from '../../server/transfers/transfers.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/transfers'
import { transferRequest } from './transfer-requests.ts'

/** What went out of a course and came in lately; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  return Response.json(await listTransfers(pool, course.id))
}

/** Begins to take something out, or something that failed once more; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const parsed = await parseJson(request, transferRequest, 10_000)
  if (!parsed.ok) return parsed.answer
  const answer =
    parsed.data.intent === 'out'
      ? await beginOut(course, person.id, parsed.data)
      : await tryAgain(course.id, parsed.data.id)
  if (answer.ok && parsed.data.intent === 'out')
    await recordDeed(pool, {
      act: 'export',
      personId: person.id,
      courseId: course.id,
      about: `${parsed.data.entryId} as ${parsed.data.format}`,
      address: context.address,
    })
  return Response.json(answer, { status: answer.ok ? 200 : 409 })
}
