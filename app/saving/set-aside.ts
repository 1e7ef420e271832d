import { Fragment, Slice } from 'prosemirror-model'
import { z } from 'zod'
import { textProblem } from '../../core/document/check.ts'
import { plainText } from '../../core/document/plain-text.ts'
import { schema } from '../../core/document/schema.ts'
import { identifier, MOST_SET_ASIDE, MOST_SET_ASIDE_LENGTH, sentSetAside } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import {
  insertSetAside,
  listSetAside,
  notify,
  settleSetAside,
  unsettleSetAside,
} from '../../server/documents/queries.server.ts'
import { setAside } from '../../server/metrics/metrics.server.ts'
import { requireDocument } from '../../server/web/guard.server.ts'
import { readJson } from '../../server/web/read-json.server.ts'
import type { Route } from './+types/set-aside'
import { cleanText } from '../../core/tree/characters.ts'

const ids = z.array(identifier).min(1).max(MOST_SET_ASIDE)
const asked = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('keep'), entries: z.array(sentSetAside).max(MOST_SET_ASIDE) }),
  z.object({ intent: z.literal('settle'), ids }),
  z.object({ intent: z.literal('bring back'), ids }),
])

/** So many passages are read at once: others are answered in between. */
const AT_ONCE = 25

/** The longest words of one passage that are shown and searched; the passage itself is kept whole. */
const MOST_WORDS = 100_000

/** What has no place in the page and waits for someone to decide. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  await requireDocument(context, request, params.documentId)
  return Response.json(await listSetAside(pool, params.documentId))
}

/** Keeps passages without a place, settles some, or has some back that were settled. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  const { person } = await requireDocument(context, request, params.documentId)
  const unsafeBody = await readJson(request, MOST_SET_ASIDE_LENGTH)
  const parsed = asked.safeParse(unsafeBody.ok ? unsafeBody.value : null)
  if (!parsed.success)
    return Response.json({ ok: false, reason: 'That was not in the expected form.' }, { status: 400 })
  if (parsed.data.intent === 'settle') await settleSetAside(pool, params.documentId, parsed.data.ids, person.id)
  else if (parsed.data.intent === 'bring back') await unsettleSetAside(pool, params.documentId, parsed.data.ids)
  else
    for (let at = 0; at < parsed.data.entries.length; at += AT_ONCE) {
      const some = parsed.data.entries.slice(at, at + AT_ONCE)
      const entries = some.map(({ id, reason, content, told }) => ({ id, reason, told, ...passageOf(content) }))
      await insertSetAside(pool, params.documentId, person.id, entries)
      for (const { reason } of entries) setAside.inc({ reason })
    }
  await notify(pool, 'fieldstone_set_aside', params.documentId)
  return Response.json({ ok: true })
}

/**
 * A passage and its words. One that pages of this Fieldstone can't hold is kept as its words alone: none is ever
 * refused.
 */
function passageOf(unsafeSlice: unknown): { content: unknown; words: string } {
  try {
    const words = plainText(Slice.fromJSON(schema, unsafeSlice))
    if (textProblem(words) === null) return { content: unsafeSlice, words: words.slice(0, MOST_WORDS) }
  } catch {
    // Not of our content model.
  }
  const words = textsIn(unsafeSlice).join(' ').slice(0, MOST_WORDS)
  return { content: words === '' ? {} : new Slice(Fragment.from(schema.text(words)), 0, 0).toJSON(), words }
}

/** Every text of unknown JSON, without what no page can show. */
function textsIn(unsafeJson: unknown): string[] {
  const texts: string[] = []
  const waiting: unknown[] = [unsafeJson]
  while (waiting.length > 0) {
    const next = waiting.pop()
    if (typeof next !== 'object' || next === null) continue
    if ('text' in next && typeof next.text === 'string') texts.push(cleanText(next.text))
    waiting.push(...(Object.values(next) as unknown[]).reverse())
  }
  return texts.filter((text) => text !== '')
}
