import { data } from 'react-router'
import { z } from 'zod'
import { MOST_REPLIES_AT_ONCE, PART_REPLIES } from '../../core/discussions/parts.ts'
import { identifier } from '../../core/document/wire.ts'
import { pool } from '../../server/database/pool.server.ts'
import {
  actOnPost,
  readThread,
  readThreads,
  rewritePost,
  writePost,
} from '../../server/discussions/discussion.server.ts'
import { participant } from '../../server/discussions/participant.server.ts'
import { previewAnswer } from '../../server/discussions/preview.server.ts'
import { findPost, updateFollow } from '../../server/discussions/queries.server.ts'
import { requireOpenPlace } from '../../server/reading/hydrated.server.ts'
import { requirePerson } from '../../server/web/guard.server.ts'
import { tooManyWords } from '../../server/discussions/too-many.server.ts'
import { parseJson } from '../../server/web/parse-json.server.ts'
import type { Route } from './+types/posts'
import { isCleanLine } from '../../core/tree/characters.ts'
import type { MessageName } from '../../core/words/languages.ts'

const query = z.object({
  before: identifier.optional(),
  thread: identifier.optional(),
  count: z.coerce.number().int().min(1).max(MOST_REPLIES_AT_ONCE).optional(),
  mine: identifier.optional(),
})

const LONGEST_REASON = 500

/** What is wrong with the reason for which a post is hidden; null when nothing is. */
const problemOf = (reason: string): MessageName | null =>
  reason === ''
    ? 'discussion.sayWhy'
    : reason.length > LONGEST_REASON
      ? 'discussion.reasonLong'
      : isCleanLine(reason)
        ? null
        : 'discussion.reasonSigns'

/** Everything that can be asked of what people write under an item. */
export const postRequest = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('write'), id: identifier, parentId: identifier.nullable(), content: z.unknown() }),
  z.object({ intent: z.literal('rewrite'), id: identifier, content: z.unknown() }),
  z.object({ intent: z.literal('preview'), content: z.unknown() }),
  z.object({ intent: z.literal('follow'), isOn: z.boolean() }),
  z.object({
    intent: z.enum(['take back', 'bring back', 'helpful', 'not helpful', 'lock', 'unlock', 'show']),
    id: identifier,
  }),
  z.object({ intent: z.literal('hide'), id: identifier, reason: z.string().trim() }),
])
export type PostRequest = z.infer<typeof postRequest>

/** What is counted, so that nobody does it too often. */
const COUNTED: Partial<Record<PostRequest['intent'], 'post' | 'preview'>> = {
  write: 'post',
  rewrite: 'post',
  preview: 'preview',
}

const MOST_BYTES = 2_000_000

/** Threads from one on, one thread whole, or one's own post as it was written; as JSON. */
export async function loader({ request, context, params }: Route.LoaderArgs): Promise<Response> {
  requirePerson(context, request, true)
  const who = participant(await requireOpenPlace(request, context, params.courseId, params.itemId))
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) throw data(null, { status: 400 })
  const { before, thread, count, mine } = asked.data
  if (mine !== undefined) {
    const post = await findPost(pool, who.place.id, mine)
    if (!post || post.personId !== who.personId || post.isDeleted) throw data(null, { status: 404 })
    return Response.json({ content: post.content })
  }
  if (thread === undefined) return Response.json(await readThreads(who, before ?? null))
  const found = await readThread(who, thread, { beforeId: before ?? null, most: count ?? PART_REPLIES })
  if (!found) throw data(null, { status: 404 })
  return Response.json(found)
}

/** Writes, changes, marks, hides; as JSON. */
export async function action({ request, context, params }: Route.ActionArgs): Promise<Response> {
  requirePerson(context, request, true)
  const who = participant(await requireOpenPlace(request, context, params.courseId, params.itemId))
  const parsed = await parseJson(request, postRequest, MOST_BYTES)
  if (!parsed.ok) return parsed.answer
  const asked = parsed.data
  const counted = COUNTED[asked.intent]
  const tooMany = counted && tooManyWords(who, counted)
  if (tooMany) return Response.json({ ok: false, reason: tooMany }, { status: 429 })
  const problem = asked.intent === 'hide' ? problemOf(asked.reason) : null
  if (problem) return Response.json({ ok: false, reason: who.say(problem) }, { status: 422 })
  if (asked.intent === 'preview') return previewAnswer(who, asked.content)
  if (asked.intent === 'follow') {
    await updateFollow(pool, who.place.id, who.personId, asked.isOn)
    return Response.json({ ok: true })
  }
  const result =
    asked.intent === 'write'
      ? await writePost(who, { ...asked, unsafeContent: asked.content })
      : asked.intent === 'rewrite'
        ? await rewritePost(who, asked.id, asked.content)
        : asked.intent === 'hide'
          ? await actOnPost(who, asked.id, { act: 'hide', reason: asked.reason })
          : await actOnPost(who, asked.id, { act: asked.intent })
  return Response.json(result, { status: result.ok ? 200 : 422 })
}
