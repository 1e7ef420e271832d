import { sentBatch, type SaveAnswer } from '../../core/document/wire.ts'
import { MOST_BATCH_LENGTH } from '../../core/document/limits.ts'
import { acceptBatch } from '../../server/documents/accept-batch.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import { isTooOften, MOST_A_MINUTE } from '../../server/web/rate.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import type { Route } from './+types/batches'

const TOO_MANY = `Those were too many changes to pages in a short time: at most ${MOST_A_MINUTE.batch} a minute are taken. What you wrote is still here; wait a moment.`

/** Takes a batch of steps. What was answered with `taken` is committed. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireDocument(context, request, params.documentId)
  // Told as “later”: the browser keeps its work and comes back after a pause.
  if (isTooOften(person.id, 'batch')) return Response.json({ ok: false, reason: TOO_MANY }, { status: 429 })
  const unsafeBody = await readJson(request, MOST_BATCH_LENGTH * 2)
  if (!unsafeBody.ok) return refused(unsafeBody.reason)
  const batch = sentBatch.safeParse(unsafeBody.value)
  if (!batch.success)
    return refused(`The change was not in the expected form (${batch.error.issues[0]?.path.join('.') ?? ''}).`)
  const answer = await acceptBatch(params.documentId, person.id, batch.data)
  return Response.json(answer, { status: answer.status === 'refused' ? 422 : 200 })
}

function refused(reason: string): Response {
  return Response.json({ status: 'refused', reason } satisfies SaveAnswer, { status: 422 })
}
