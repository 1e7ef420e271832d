import { Slice } from 'prosemirror-model'
import { z } from 'zod'
import { textProblem } from '../../../core/document/check.ts'
import { plainText } from '../../../core/document/plain-text.ts'
import { schema } from '../../../core/document/schema.ts'
import { identifier, sentSetAside } from '../../../core/document/wire.ts'
import { pool } from '../../../server/database/pool.server.ts'
import { insertSetAside, listSetAside, notify, settleSetAside } from '../../../server/documents/queries.server.ts'
import { requireDocument } from '../../../server/web/guard.server.ts'
import { readJson } from '../../../server/web/read-json.server.ts'
import type { Route } from './+types/set-aside'

const asked = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('keep'), entries: z.array(sentSetAside).max(200) }),
  z.object({ intent: z.literal('settle'), id: identifier }),
])

/** What has no place in the page and waits for someone to decide. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  return Response.json(await listSetAside(pool, params.documentId))
}

/** Keeps passages without a place, or settles one. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireDocument(context, request, params.documentId)
  const unsafeBody = await readJson(request, 8_000_000)
  const parsed = asked.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (!parsed.success) return Response.json({ ok: false, reason: 'That was not in the expected form.' }, { status: 400 })
  if (parsed.data.intent === 'settle') await settleSetAside(pool, params.documentId, parsed.data.id, person.id)
  else
    for (const entry of parsed.data.entries) {
      const words = wordsOf(entry.content)
      if (words === null) return Response.json({ ok: false, reason: 'A passage was not in the expected form.' }, { status: 400 })
      await insertSetAside(pool, { id: entry.id, documentId: params.documentId, personId: person.id, reason: entry.reason, content: JSON.stringify(entry.content), words })
    }
  await notify(pool, 'fieldstone_set_aside', params.documentId)
  return Response.json({ ok: true })
}

function wordsOf(unsafeSlice: unknown): string | null {
  try {
    const words = plainText(Slice.fromJSON(schema, unsafeSlice as object))
    return textProblem(words) === null ? words.slice(0, 100_000) : null
  } catch {
    return null
  }
}
