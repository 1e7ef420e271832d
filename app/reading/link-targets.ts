import { type LinkTarget, linkTargetsOfOutline, linkTargetsOfPlan } from '../../core/links/targets.ts'
import { pool } from '../../server/database/pool.server.ts'
import { listPlan } from '../../server/plan/queries.server.ts'
import { visitCourse } from '../../server/reading/visit.server.ts'
import type { Route } from './+types/link-targets'

/**
 * What somebody who takes part in a course can link to in what they write there: students what they see of it, authors
 * all that is planned.
 */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const found = await visitCourse(request, context, params.courseId)
  if (found instanceof Response) return found
  const targets: readonly LinkTarget[] = found.isAuthor
    ? linkTargetsOfPlan(await listPlan(pool, params.courseId))
    : linkTargetsOfOutline(found.visit.outline.places)
  return Response.json(targets)
}
