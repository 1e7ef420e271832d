import { replaceRequest } from '../../core/replace/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listReplacements } from '../../server/replace/queries.server.ts'
import { beginReplacing, goOn, undoReplacing } from '../../server/replace/replace.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/replacements'

/** What 10,000 places and a million characters to put take as JSON at most. */
const MOST_BODY = 4_000_000

/** What was replaced across a course lately; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  return Response.json(await listReplacements(pool, course.id))
}

/** Begins to replace words across a course, takes a replacement back, goes on with one; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course, person } = await requireCourse(context, request, params.courseId, 'write', true)
  const parsed = await parseJson(request, replaceRequest, MOST_BODY)
  if (!parsed.ok) return parsed.answer
  const { data } = parsed
  const answer =
    data.intent === 'replace'
      ? await beginReplacing(course.id, person.id, data)
      : await (data.intent === 'undo' ? undoReplacing : goOn)(course.id, person.id, data.id)
  return Response.json(answer, { status: answer.ok ? 200 : 409 })
}
