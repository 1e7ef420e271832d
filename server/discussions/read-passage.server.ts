import type { Node } from 'prosemirror-model'
import { passageFromUnsafe } from '../../core/document/passage.ts'
import { withoutOtherHosts } from '../../core/embeds/other-hosts.ts'
import type { Say } from '../../core/words/say.ts'
import { allowedOrigins } from '../embeds/allowed.server.ts'

/** What somebody sent as a passage, or a sentence that says why it is none. */
export type ReadPassage =
  { readonly ok: true; readonly passage: Node } | { readonly ok: false; readonly reason: string }

/** A passage that somebody sent, with link cards in the place of players whose host the school has not allowed. */
export async function readPassage(unsafeContent: unknown, say: Say): Promise<ReadPassage> {
  const read = passageFromUnsafe(unsafeContent)
  if (!read.ok) return { ok: false, reason: say(read.problem.message, read.problem.values) }
  return { ok: true, passage: withoutOtherHosts(read.passage, await allowedOrigins()) }
}
