import { z } from 'zod'
import { keepPlace, placesIn } from '../../server/links/places.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/places'

const asked = z.object({ place: z.string().min(1).max(200) })

/** The places of a page that links can lead to, as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  return Response.json(await placesIn(params.documentId))
}

/** A link leads to a place of this page now: its name stays. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireDocument(context, request, params.documentId)
  const parsed = await parseJson(request, asked, 10_000)
  if (!parsed.ok) return parsed.answer
  const ok = await keepPlace(params.documentId, person.id, parsed.data.place)
  return ok
    ? Response.json({ ok })
    : Response.json({ ok, reason: 'That place is no longer on the page.' }, { status: 409 })
}
