import { z } from 'zod'
import { handIn, keepDraft } from '../../server/assignments/assignment.server.ts'
import { handedFiles } from '../../server/assignments/queries.server.ts'
import { previewAnswer } from '../../server/discussions/preview.server.ts'
import { participant } from '../../server/discussions/participant.server.ts'
import { requireOpenPlace } from '../../server/reading/hydrated.server.ts'
import { failure, requirePerson } from '../../server/web/guard.server.ts'
import { tooManyWords } from '../../server/discussions/too-many.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/work'

const workRequest = z.discriminatedUnion('intent', [
  z.object({ intent: z.enum(['draft', 'hand in']), content: z.unknown(), files: handedFiles }),
  z.object({ intent: z.literal('preview'), content: z.unknown() }),
])
export type WorkRequest = z.infer<typeof workRequest>

/** Keeps a draft, shows what it would look like, hands it in; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  requirePerson(context, request, true)
  const who = participant(await requireOpenPlace(request, context, params.courseId, params.itemId))
  if (who.place.kind !== 'assignment') failure('no such place', 404)
  const parsed = await parseJson(request, workRequest, 2_000_000)
  if (!parsed.ok) return parsed.answer
  const asked = parsed.data
  const tooMany = tooManyWords(who, asked.intent === 'preview' ? 'preview' : 'draft')
  if (tooMany) return Response.json({ ok: false, reason: tooMany }, { status: 429 })
  if (asked.intent === 'preview') return previewAnswer(who, asked.content)
  const result = await (asked.intent === 'draft' ? keepDraft : handIn)(who, asked.content, asked.files)
  return Response.json(result, { status: result.ok ? 200 : 422 })
}
