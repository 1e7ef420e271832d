import { z } from 'zod'
import { courseLook, type CourseLooksSaid, lookName, lookSort, MOST_LOOKS } from '../../core/looks/course-looks.ts'
import { pool } from '../../server/database/pool.server.ts'
import { deleteLook, listLooks, putLook } from '../../server/looks/queries.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/looks'

const asked = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('keep'), look: courseLook }),
  z.object({ intent: z.literal('remove'), sort: lookSort, name: lookName }),
])

/** The colours and table styles that the authors of a course share. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  return said({ ok: true, looks: await listLooks(pool, course.id) }, 200)
}

/** Keeps one under its name, or takes one away. Answers with all as they are then. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { course } = await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 10_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  if (!parsed.success)
    return said({ ok: false, reason: 'It was not kept: a name of 1 to 40 characters is needed.' }, 400)
  const { data } = parsed
  if (data.intent === 'remove') await deleteLook(pool, course.id, data.sort, data.name)
  else if (!(await putLook(pool, course.id, data.look))) return said({ ok: false, reason: FULL[data.look.sort] }, 422)
  return said({ ok: true, looks: await listLooks(pool, course.id) }, 200)
}

const FULL = {
  colour: `The course has ${MOST_LOOKS} colours, the most there can be. Take one out first.`,
  table: `The course has ${MOST_LOOKS} table styles, the most there can be. Take one out first.`,
}

const said = (answer: CourseLooksSaid, status: number): Response => Response.json(answer, { status })
