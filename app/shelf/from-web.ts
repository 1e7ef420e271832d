import { z } from 'zod'
import { webAddress } from '../../core/embeds/web-address.ts'
import { bringFromWeb } from '../../server/shelf/from-web.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/from-web'

const asked = z.object({ address: z.string().min(1).max(2000) })

/** Brings a picture of the web onto the shelf of the course. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person, course } = await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 10_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  const address = parsed.success ? webAddress(parsed.data.address) : null
  if (address === null)
    return Response.json({ ok: false, reason: 'That is no address of the web, so no picture came.' }, { status: 400 })
  const result = await bringFromWeb(course.id, person.id, address)
  return Response.json(result, { status: result.ok ? 200 : 422 })
}
