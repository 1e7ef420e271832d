import { useCallback, useEffect, useRef, useState } from 'react'
import { MOST_REPLIES_AT_ONCE, SHOWN_REPLIES } from '../../core/discussions/parts.ts'
import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import { fetchThread, fetchThreads } from './ask-posts.ts'

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

const all = (threads: readonly Thread[]): SeenPost[] => threads.flatMap(({ post, replies }) => [post, ...replies])

/** The threads under an item, kept up to date: whatever others write appears by itself. */
export function useThreads(
  entryId: string,
  address: string,
  start: { threads: readonly Thread[]; hasMore: boolean; lastId?: string | null },
): Threads {
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

  const refresh = useCallback(async () => {
    const first = await fetchThreads(address, null)
    if (!first) return
    const shown = new Map(latest.current.map((thread) => [thread.post.id, thread]))
    const parts = await Promise.all(
      [...opened.current].map((id) =>
        fetchThread(address, id, {
          count: Math.min(MOST_REPLIES_AT_ONCE, Math.max(1, shown.get(id)?.replies.length ?? 1)),
        }),
      ),
    )
    const byId = new Map(first.threads.map((thread) => [thread.post.id, thread]))
    for (const thread of parts) if (thread) byId.set(thread.post.id, withEarlier(shown.get(thread.post.id), thread))
    const known = new Set(all(latest.current).map(({ id }) => id))
    const older = latest.current.filter(
      ({ post }) =>
        !first.threads.some((thread) => thread.post.id === post.id) &&
        (first.threads.length === 0 || post.at < first.threads.at(-1)!.post.at),
    )
    const next = [
      ...first.threads.map(({ post }) => byId.get(post.id)!),
      ...older.map((thread) => byId.get(thread.post.id) ?? thread),
    ]
    const fresh = all(next).filter(({ id, isMine }) => !known.has(id) && !isMine).length
    setThreads(next)
    if (older.length === 0) setMore(first.hasMore)
    if (fresh > 0) setNews(`${fresh} new ${fresh === 1 ? 'reply' : 'replies'}`)
  }, [address])

  useEffect(() => {
    let socket: WebSocket | null = null
    let timer: ReturnType<typeof setTimeout> | undefined
    let isOver = false
    let waiting: ReturnType<typeof setTimeout> | undefined
    const connect = (isAgain: boolean): void => {
      socket = new WebSocket(
        `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live?posts=${entryId}`,
      )
      // Many at once are looked at once.
      socket.onmessage = () => (waiting ??= setTimeout(() => ((waiting = undefined), void refresh()), 150))
      socket.onopen = () => isAgain && void refresh()
      socket.onclose = () => {
        if (!isOver) timer = setTimeout(() => connect(true), 1500 + Math.random() * 1500)
      }
    }
    connect(false)
    return () => {
      isOver = true
      clearTimeout(timer)
      clearTimeout(waiting)
      socket?.close()
    }
  }, [entryId, refresh])

  return {
    threads,
    hasMore,
    news,
    refresh,
    more: async () => {
      const next = await fetchThreads(address, last.current)
      if (!next) return
      last.current = next.threads.at(-1)?.post.id ?? last.current
      setThreads((list) =>
        newestFirst([
          ...list,
          ...next.threads.filter(({ post }) => !list.some((thread) => thread.post.id === post.id)),
        ]),
      )
      setMore(next.hasMore)
    },
    earlier: async (rootId) => {
      const before = latest.current.find(({ post }) => post.id === rootId)?.replies[0]?.id
      const thread = await fetchThread(address, rootId, { before })
      if (!thread) return
      opened.current.add(rootId)
      setThreads((list) =>
        list.map((each) =>
          each.post.id === rootId
            ? {
                ...each,
                replies: [
                  ...thread.replies.filter(({ id }) => !each.replies.some((reply) => reply.id === id)),
                  ...each.replies,
                ],
              }
            : each,
        ),
      )
    },
    put: (post) => {
      setNews('')
      setThreads((list) => placed(list, post))
    },
  }
}

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

function placed(list: readonly Thread[], post: SeenPost): Thread[] {
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
