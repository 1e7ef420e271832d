import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'

export const postsOf = (threads: readonly Thread[]): SeenPost[] =>
  threads.flatMap(({ post, replies }) => [post, ...replies])

/** Threads newest first, as the server has them. */
export const newestFirst = (threads: readonly Thread[]): Thread[] =>
  [...threads].sort((a, b) => (a.post.at < b.post.at ? 1 : a.post.at > b.post.at ? -1 : 0))

/** What was shown of a thread before the part that has come anew stays before it. */
function withEarlier(shown: Thread | undefined, part: Thread): Thread {
  const first = part.replies[0]
  return shown && first
    ? {
        ...part,
        replies: [
          ...shown.replies.filter(({ at, id }) => at < first.at && !part.replies.some((reply) => reply.id === id)),
          ...part.replies,
        ],
      }
    : part
}

/** The threads with a post where it belongs: a new one, or one that has changed. */
export function placed(list: readonly Thread[], post: SeenPost): Thread[] {
  if (post.parentId === null)
    return list.some((thread) => thread.post.id === post.id)
      ? list.map((thread) => (thread.post.id === post.id ? { ...thread, post } : thread))
      : [{ post, replies: [] }, ...list]
  return list.map((thread) => {
    if (thread.post.id !== post.rootId) return thread
    const isKnown = thread.replies.some(({ id }) => id === post.id)
    return isKnown
      ? { ...thread, replies: thread.replies.map((reply) => (reply.id === post.id ? post : reply)) }
      : { post: { ...thread.post, replies: thread.post.replies + 1 }, replies: [...thread.replies, post] }
  })
}

/**
 * The threads that are shown, with the newest part of the list as the server has it now, and the opened ones with the
 * answers that were shown. What is older than that part stays.
 */
export function refreshed(
  shown: readonly Thread[],
  newest: readonly Thread[],
  opened: readonly (Thread | null)[],
): { readonly threads: readonly Thread[]; readonly hasOlder: boolean } {
  const before = new Map(shown.map((thread) => [thread.post.id, thread]))
  const byId = new Map(newest.map((thread) => [thread.post.id, thread]))
  for (const thread of opened) if (thread) byId.set(thread.post.id, withEarlier(before.get(thread.post.id), thread))
  const end = newest.at(-1)?.post.at
  const older = shown.filter(
    ({ post }) => !newest.some((thread) => thread.post.id === post.id) && (end === undefined || post.at < end),
  )
  const threads = [...newest, ...older].map((thread) => byId.get(thread.post.id) ?? thread)
  return { threads, hasOlder: older.length > 0 }
}

/** A thread with answers that stand before those that are shown. */
export const withReplies = (thread: Thread, earlier: readonly SeenPost[]): Thread => ({
  ...thread,
  replies: [...earlier.filter(({ id }) => !thread.replies.some((reply) => reply.id === id)), ...thread.replies],
})
