import { data } from 'react-router'
import { addLines } from '../../server/plan/plan.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/plan-lines'
import { planRequest } from './plan-requests.ts'

/** Adds lines to the plan, for the composer, which sends one after the other and waits for each. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const unsafeBody = await readJson(request, 4_000_000)
  const parsed = planRequest.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (!parsed.success || parsed.data.intent !== 'add') return Response.json({ ok: false, reason: parsed.error?.issues[0]?.message ?? 'That was not understood.' }, { status: 400 })
  const { afterId, lines, level1 } = parsed.data
  return Response.json(await addLines(course.id, afterId, lines, level1))
}

export function loader(): never {
  throw data(null, { status: 404 })
}
