import { useCallback, useEffect, useRef, useState } from 'react'
import type { SeenPost, Thread } from '../../server/discussions/discussion.server.ts'
import { fetchThread, fetchThreads } from './ask-posts.ts'

export interface Threads {
  readonly threads: readonly Thread[]
  readonly hasMore: boolean
  /** What came by itself since the last thing one did, as words for a live region. */
  readonly news: string
  more(): Promise<void>
  /** Shows all answers of a thread. */
  whole(rootId: string): Promise<void>
  /** Puts a post where it belongs: a new one, or one that has changed. */
  put(post: SeenPost): void
  refresh(): Promise<void>
}

const all = (threads: readonly Thread[]): SeenPost[] => threads.flatMap(({ post, replies }) => [post, ...replies])

/** The threads under an item, kept up to date: whatever others write appears by itself. */
export function useThreads(entryId: string, address: string, start: { threads: readonly Thread[]; hasMore: boolean }): Threads {
  const [threads, setThreads] = useState(start.threads)
  const [hasMore, setMore] = useState(start.hasMore)
  const [news, setNews] = useState('')
  const latest = useRef(threads)
  latest.current = threads
  const opened = useRef(new Set<string>())

  const refresh = useCallback(async () => {
    const first = await fetchThreads(address, null)
    if (!first) return
    const wholes = await Promise.all([...opened.current].map((id) => fetchThread(address, id)))
    const byId = new Map(first.threads.map((thread) => [thread.post.id, thread]))
    for (const thread of wholes) if (thread) byId.set(thread.post.id, thread)
    const known = new Set(all(latest.current).map(({ id }) => id))
    const older = latest.current.filter(({ post }) => !first.threads.some((thread) => thread.post.id === post.id) && (first.threads.length === 0 || post.at < first.threads.at(-1)!.post.at))
    const next = [...first.threads.map(({ post }) => byId.get(post.id)!), ...older.map((thread) => byId.get(thread.post.id) ?? thread)]
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
      socket = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live?posts=${entryId}`)
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
      const next = await fetchThreads(address, latest.current.at(-1)?.post.id ?? null)
      if (!next) return
      setThreads((list) => [...list, ...next.threads.filter(({ post }) => !list.some((thread) => thread.post.id === post.id))])
      setMore(next.hasMore)
    },
    whole: async (rootId) => {
      const thread = await fetchThread(address, rootId)
      if (!thread) return
      opened.current.add(rootId)
      setThreads((list) => list.map((each) => (each.post.id === rootId ? thread : each)))
    },
    put: (post) => {
      setNews('')
      setThreads((list) => placed(list, post))
    },
  }
}

function placed(list: readonly Thread[], post: SeenPost): Thread[] {
  if (post.parentId === null) return list.some((thread) => thread.post.id === post.id) ? list.map((thread) => (thread.post.id === post.id ? { ...thread, post } : thread)) : [{ post, replies: [] }, ...list]
  return list.map((thread) => {
    if (thread.post.id !== post.rootId) return thread
    const isKnown = thread.replies.some(({ id }) => id === post.id)
    return isKnown ? { ...thread, replies: thread.replies.map((reply) => (reply.id === post.id ? post : reply)) } : { post: { ...thread.post, replies: thread.post.replies + 1 }, replies: [...thread.replies, post] }
  })
}
