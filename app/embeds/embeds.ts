import { z } from 'zod'
import { examine } from '../../server/embeds/examine.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/embeds'

const asked = z.object({ text: z.string().min(1).max(20_000) })

/** Says what an address or embed code is, tried as an outsider sees it. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 100_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  if (!parsed.success)
    return Response.json(
      { type: 'problem', reason: 'That is too long for an address or an embed code.' },
      { status: 400 },
    )
  return Response.json(await examine(parsed.data.text))
}
