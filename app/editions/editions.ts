import { data } from 'react-router'
import { publish, publishRequest } from '../../server/editions/publish.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/editions'

/** Publishes the next edition. */
export async function action({ request, context, params }: Route.ActionArgs) {
  const { person } = await requireDocument(context, request, params.documentId)
  const parsed = publishRequest.safeParse(Object.fromEntries(await request.formData()))
  if (!parsed.success)
    return data(
      { ok: false as const, reason: parsed.error.issues[0]?.message ?? 'The note can’t be saved.' },
      { status: 400 },
    )
  const result = await publish(params.documentId, person.id, parsed.data)
  return data(result, { status: result.ok ? 200 : 409 })
}
