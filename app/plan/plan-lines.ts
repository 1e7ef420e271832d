import { data } from 'react-router'
import { requireCourse } from '../../server/web/guard.server.ts'
import type { Route } from './+types/plan-lines'
import { runPlanRequest } from './run-plan.server.ts'

/** Changes the plan and nothing else: for whoever sends one change after the other and waits for each. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write', true)
  const { outcome, status } = await runPlanRequest(request, course.id, person)
  return Response.json(outcome, { status })
}

export function loader(): never {
  throw data(null, { status: 404 })
}
