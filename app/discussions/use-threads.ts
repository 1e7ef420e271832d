import { useCallback, useEffect, useRef, useState } from 'react'
import { MOST_REPLIES_AT_ONCE, SHOWN_REPLIES } from '../../core/discussions/parts.ts'
import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import { fetchThread, fetchThreads } from './ask-posts.ts'
import type { Say } from '../../core/words/say.ts'
import { useNewest } from '../shell/use-newest.ts'
import { followPosts } from './follow-posts.ts'
import { newestFirst, placed, postsOf, refreshed, withReplies } from './thread-parts.ts'

export interface Threads {
  readonly threads: readonly Thread[]
  readonly hasMore: boolean
  /** What came by itself since the last thing one did, as words for a live region. */
  readonly news: string
  more: () => Promise<void>
  /** Shows the answers of a thread before those that are shown. */
  earlier: (rootId: string) => Promise<void>
  /** Puts a post where it belongs: a new one, or one that has changed. */
  put: (post: SeenPost) => void
  refresh: () => Promise<void>
}

interface Start {
  threads: readonly Thread[]
  hasMore: boolean
  lastId?: string | null
}

/** The threads under an item, kept up to date: whatever others write appears by itself. */
export function useThreads(entryId: string, address: string, start: Start, say: Say): Threads {
  const [threads, setThreads] = useState(start.threads)
  const [hasMore, setMore] = useState(start.hasMore)
  const [news, setNews] = useState('')
  const latest = useRef(threads)
  latest.current = threads
  // Up to where they are all here; one that somebody was sent to may be older.
  const last = useRef(start.lastId === undefined ? (start.threads.at(-1)?.post.id ?? null) : start.lastId)
  const opened = useRef(
    new Set(start.threads.filter(({ replies }) => replies.length > SHOWN_REPLIES).map(({ post }) => post.id)),
  )
  const refresh = useRefresh(address, latest, opened, (answer) => {
    const known = new Set(postsOf(latest.current).map(({ id }) => id))
    const { threads: next, hasOlder } = refreshed(latest.current, answer.first.threads, answer.parts)
    const fresh = postsOf(next).filter(({ id, isMine }) => !known.has(id) && !isMine).length
    setThreads(next)
    if (!hasOlder) setMore(answer.first.hasMore)
    if (fresh > 0) setNews(say('discussion.newPosts', { count: fresh }))
  })
  useEffect(() => followPosts(entryId, () => void refresh()), [entryId, refresh])
  return {
    ...{ threads, hasMore, news, refresh },
    more: async () => {
      const next = await fetchThreads(address, last.current)
      if (!next) return
      last.current = next.threads.at(-1)?.post.id ?? last.current
      setThreads((list) => {
        const known = new Set(list.map(({ post }) => post.id))
        return newestFirst([...list, ...next.threads.filter(({ post }) => !known.has(post.id))])
      })
      setMore(next.hasMore)
    },
    earlier: async (rootId) => {
      const before = latest.current.find(({ post }) => post.id === rootId)?.replies[0]?.id
      const thread = await fetchThread(address, rootId, { before })
      if (!thread) return
      opened.current.add(rootId)
      setThreads((list) => list.map((each) => (each.post.id === rootId ? withReplies(each, thread.replies) : each)))
    },
    put: (post) => {
      setNews('')
      setThreads((list) => placed(list, post))
      // An answer on its way may be from before this post: asked again, it counts no more.
      void refresh()
    },
  }
}

type Anew = NonNullable<Awaited<ReturnType<typeof askAnew>>>

/** Asks for what is shown as it is now; of several answers on their way the last that was asked for counts. */
function useRefresh(
  address: string,
  shown: { readonly current: readonly Thread[] },
  opened: { readonly current: ReadonlySet<string> },
  onAnswer: (answer: Anew) => void,
): () => Promise<void> {
  const { hear } = useNewest()
  const told = useRef(onAnswer)
  told.current = onAnswer
  return useCallback(async () => {
    const asked = askAnew(address, shown.current, [...opened.current])
    hear(asked, (answer) => answer && told.current(answer))
    await asked
  }, [address, hear, opened, shown])
}

/** The newest part of the threads, and the opened ones with as many answers as are shown; null when it can't be had. */
async function askAnew(address: string, shown: readonly Thread[], opened: readonly string[]) {
  const first = await fetchThreads(address, null)
  if (!first) return null
  const parts = await Promise.all(opened.map((id) => fetchThread(address, id, { count: repliesShown(shown, id) })))
  return { first, parts }
}

/** As many answers of a thread as are shown of it, and no more than are given at once. */
function repliesShown(threads: readonly Thread[], id: string): number {
  const shown = threads.find(({ post }) => post.id === id)?.replies.length ?? 1
  return Math.min(MOST_REPLIES_AT_ONCE, Math.max(1, shown))
}
