import { nanoid } from 'nanoid'
import { useEffect, useRef, useState } from 'react'
import { html } from '../../core/tree/template.ts'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { askPosts } from './ask-posts.ts'
import { announce } from '../shell/announce.ts'
import { useSay } from '../reading/say-here.ts'
import { useNewest } from '../shell/use-newest.ts'

const STORE = 'fieldstone-unsent'

/** What was being written here when the page was left, kept in this browser. */
function keptDraft(key: string): object | undefined {
  try {
    return (JSON.parse(localStorage.getItem(`${STORE} ${key}`) ?? 'null') as object | undefined) ?? undefined
  } catch {
    return undefined
  }
}

function keepDraft(key: string, content: object | null): void {
  try {
    if (content) localStorage.setItem(`${STORE} ${key}`, JSON.stringify(content))
    else localStorage.removeItem(`${STORE} ${key}`)
  } catch {
    // A full store keeps no draft; the field still has it.
  }
}

export interface PostPlace {
  readonly address: string
  /** The post that is answered; null begins a thread. */
  readonly parentId: string | null
  /** A post of one's own that is changed, with what it says. */
  readonly change?: { readonly id: string; readonly content: object } | undefined
}

/** A post being written: kept in this browser until it is sent. */
export function usePost({ address, parentId, change }: PostPlace, onSent: (post: SeenPost) => void) {
  const key = `${address} ${change?.id ?? parentId ?? 'thread'}`
  const { draft, setDraft, begun, round, beginWith } = useField(change?.content)
  const [preview, setPreview] = useState<string | null>(null)
  const [problem, setProblem] = useState('')
  const [isSending, setSending] = useState(false)
  const id = useRef(nanoid(14))
  const [say, newest] = [useSay(), useNewest()]
  const begin = (content: object | undefined): void => {
    beginWith(content)
    setPreview(null)
    newest.forget()
  }
  useKeptDraft(change, key, begin)
  return {
    ...{ draft, begun, round, preview, problem, isSending },
    write: (content: object): void => {
      setDraft(content)
      setProblem('')
      setPreview(null)
      newest.forget()
      if (!change) keepDraft(key, content)
    },
    send: async (): Promise<void> => {
      if (isSending) return
      setSending(true)
      const content = draft ?? emptyPassage
      const answer = await askPosts(
        say,
        address,
        change ? { intent: 'rewrite', id: change.id, content } : { intent: 'write', id: id.current, parentId, content },
      )
      setSending(false)
      setProblem(answer.ok ? '' : answer.reason)
      if (!answer.ok) return
      announce(say(change ? 'discussion.changed' : 'discussion.sent'))
      keepDraft(key, null)
      id.current = nanoid(14)
      begin(undefined)
      if (answer.post) onSent(answer.post)
    },
    look: (): void => {
      if (!draft) return setProblem(say('discussion.nothingWritten'))
      newest.hear(askPosts(say, address, { intent: 'preview', content: draft }), (answer) => {
        setProblem(answer.ok ? '' : answer.reason)
        if (answer.ok) setPreview(answer.html || html`<p>${say('discussion.nothingWritten')}</p>`.text)
      })
    },
  }
}

/** What a field begins with, and what is in it now; with another beginning it is another field. */
function useField(start: object | undefined) {
  const [draft, setDraft] = useState(start)
  const [begun, setBegun] = useState(start)
  const [round, setRound] = useState(0)
  const beginWith = (content: object | undefined): void => {
    setBegun(content)
    setDraft(content)
    setRound((count) => count + 1)
  }
  return { draft, setDraft, begun, round, beginWith }
}

/** Begins with what was kept in this browser. */
function useKeptDraft(
  change: { readonly id: string; readonly content: object } | undefined,
  key: string,
  begin: (content: object | undefined) => void,
): void {
  useEffect(() => {
    // Known in the browser alone, so after the server's form of the page stands.
    const kept = change ? undefined : keptDraft(key)
    if (kept) begin(kept)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the field appears
  }, [])
}
