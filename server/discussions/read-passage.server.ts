import { type PassageRead, passageFromUnsafe } from '../../core/document/passage.ts'
import { withoutOtherHosts } from '../../core/embeds/other-hosts.ts'
import { allowedOrigins } from '../embeds/allowed.server.ts'

/** A passage that somebody sent, with link cards in the place of players whose host the school has not allowed. */
export async function readPassage(unsafeContent: unknown): Promise<PassageRead> {
  const read = passageFromUnsafe(unsafeContent)
  return read.ok ? { ok: true, passage: withoutOtherHosts(read.passage, await allowedOrigins()) } : read
}
