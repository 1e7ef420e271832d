import { z } from 'zod'
import { webAddress } from '../../core/embeds/web-address.ts'
import { tryLink } from '../../server/embeds/try-link.server.ts'
import { requireCourse } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/tried-link'

const asked = z.object({ address: z.string().min(1).max(2000) })

/** Says how an address of the web answers, tried as an outsider sees it. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireCourse(context, request, params.courseId, 'write', true)
  const body = await readJson(request, 10_000)
  const parsed = asked.safeParse(body.ok ? body.value : null)
  const address = parsed.success ? webAddress(parsed.data.address) : null
  return address === null
    ? Response.json({ isGood: false, words: 'This is no address of the web.' }, { status: 400 })
    : Response.json(await tryLink(person.id, address))
}
