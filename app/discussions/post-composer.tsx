import { Button } from 'antd'
import { nanoid } from 'nanoid'
import { useEffect, useRef, useState } from 'react'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { RichField } from '../writing/rich-field.tsx'
import { askPosts } from './ask-posts.ts'

interface Props {
  address: string
  courseId: string
  /** The post that is answered; null begins a thread. */
  parentId: string | null
  label: string
  placeholder: string
  send: string
  /** A post of one's own that is changed, with what it says. */
  change?: { readonly id: string; readonly content: object }
  isOpen?: boolean
  onSent: (post: SeenPost) => void
  onCancel?: () => void
}

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

/** Writes a post: looked at before it is sent, kept in this browser until it is. */
export function PostComposer({
  address,
  courseId,
  parentId,
  label,
  placeholder,
  send,
  change,
  isOpen = false,
  onSent,
  onCancel,
}: Props) {
  const key = `${address} ${change?.id ?? parentId ?? 'thread'}`
  const [draft, setDraft] = useState<object | undefined>(change?.content)
  // What the field begins with; the field itself keeps what is written in it.
  const [begun, setBegun] = useState<object | undefined>(change?.content)
  const [round, setRound] = useState(0)
  const [preview, setPreview] = useState<string | null>(null)
  const [problem, setProblem] = useState('')
  const [isSending, setSending] = useState(false)
  const id = useRef(nanoid(14))
  useEffect(() => {
    // Known in the browser alone, so after the server's form of the page stands.
    const kept = change ? undefined : keptDraft(key)
    if (kept) {
      setBegun(kept)
      setDraft(kept)
      setRound((count) => count + 1)
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the field appears
  }, [])
  const onChange = (content: object): void => {
    setDraft(content)
    setProblem('')
    setPreview(null)
    if (!change) keepDraft(key, content)
  }
  const sendIt = async (): Promise<void> => {
    if (isSending) return
    setSending(true)
    const content = draft ?? emptyPassage
    const answer = await askPosts(
      address,
      change ? { intent: 'rewrite', id: change.id, content } : { intent: 'write', id: id.current, parentId, content },
    )
    setSending(false)
    if (!answer.ok) return setProblem(answer.reason)
    keepDraft(key, null)
    id.current = nanoid(14)
    setDraft(undefined)
    setBegun(undefined)
    setPreview(null)
    setRound((count) => count + 1)
    if (answer.post) onSent(answer.post)
  }
  const look = async (): Promise<void> => {
    if (!draft) return setProblem('There is nothing written yet.')
    const answer = await askPosts(address, { intent: 'preview', content: draft })
    if (answer.ok) setPreview(answer.html || '<p>There is nothing written yet.</p>')
    else setProblem(answer.reason)
  }
  return (
    <div className="post-composer needs-script">
      <RichField
        key={round}
        label={label}
        placeholder={placeholder}
        start={begun}
        courseId={courseId}
        uploadTo="contributions"
        isOpen={isOpen && round === 0}
        onChange={onChange}
        onSend={() => void sendIt()}
      />
      {preview !== null && (
        <section className="post-preview" aria-label="As others will see it">
          <p className="soft small">As others will see it</p>
          <div className="page-content" dangerouslySetInnerHTML={{ __html: preview }} />
        </section>
      )}
      {problem && (
        <p className="post-problem" role="alert">
          {problem}
        </p>
      )}
      {(draft !== undefined || onCancel) && (
        <div className="post-actions">
          <Button type="primary" size="small" loading={isSending} onClick={() => void sendIt()}>
            {send}
          </Button>
          <Button size="small" onClick={() => void look()}>
            Preview
          </Button>
          {onCancel && (
            <Button size="small" type="text" onClick={onCancel}>
              Cancel
            </Button>
          )}
          <span className="soft small">Ctrl+Enter sends</span>
        </div>
      )}
    </div>
  )
}
