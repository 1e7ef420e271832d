import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import type { Say } from '../../core/words/say.ts'
import type { PostRequest } from './posts.ts'

/** What comes back for something that was asked; `reason` says what is wrong and what to do. */
export type PostAnswer =
  | { readonly ok: true; readonly post?: SeenPost; readonly html?: string }
  | { readonly ok: false; readonly reason: string }

/** Asks the server to write, change, mark or preview. Never rejects. */
export async function askPosts(say: Say, address: string, request: PostRequest): Promise<PostAnswer> {
  try {
    const response = await fetch(address, {
      method: 'POST',
      body: JSON.stringify(request),
      headers: { 'Content-Type': 'application/json' },
    })
    if (response.status === 401) return { ok: false, reason: say('discussion.signedOut') }
    return (await response.json()) as PostAnswer
  } catch {
    return { ok: false, reason: say('discussion.serverAway') }
  }
}

/** Threads from before one of them on; null when they can't be had now. */
export async function fetchThreads(
  address: string,
  before: string | null,
): Promise<{ threads: Thread[]; hasMore: boolean } | null> {
  const response = await fetch(before === null ? address : `${address}?before=${before}`).catch(() => null)
  return response?.ok ? ((await response.json()) as { threads: Thread[]; hasMore: boolean }) : null
}

/** The last answers of a thread, so many of them, or the last before one of them; null when they can't be had now. */
export async function fetchThread(
  address: string,
  rootId: string,
  asked: { before?: string | undefined; count?: number } = {},
): Promise<Thread | null> {
  const query = new URLSearchParams({
    thread: rootId,
    ...(asked.before ? { before: asked.before } : {}),
    ...(asked.count ? { count: String(asked.count) } : {}),
  })
  const response = await fetch(`${address}?${query.toString()}`).catch(() => null)
  return response?.ok ? ((await response.json()) as Thread) : null
}

/** One's own post as it was written, to change it. */
export async function fetchOwn(address: string, id: string): Promise<object | null> {
  const response = await fetch(`${address}?mine=${id}`).catch(() => null)
  return response?.ok ? ((await response.json()) as { content: object }).content : null
}
