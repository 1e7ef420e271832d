import { Outlet } from 'react-router'
import { pool } from '../../server/database/pool.server.ts'
import { getPlanVersion, listPlan } from '../../server/plan/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { TitleLanguage } from './title-language.ts'
import type { Route } from './+types/course'

/** A course as its authors work on it: every screen of it knows the plan. */
export async function loader({ request, context, params }: Route.LoaderArgs) {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write')
  // The version first: the plan then holds at least that.
  const planVersion = await getPlanVersion(pool, course.id)
  return { person, course, planVersion, plan: await listPlan(pool, course.id) }
}

export default function CourseFrame({ loaderData }: Route.ComponentProps) {
  return (
    <TitleLanguage value={loaderData.course.language}>
      <Outlet />
    </TitleLanguage>
  )
}
