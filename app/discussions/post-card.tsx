import { BadgeCheck, EyeOff, Lock } from 'lucide-react'
import { useState } from 'react'
import { initials } from '../../core/people/initials.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { askPosts, fetchOwn } from './ask-posts.ts'
import { HideForm } from './hide-form.tsx'
import { PostComposer } from './post-composer.tsx'
import type { PostRequest } from './posts.ts'

export interface PostContext {
  readonly address: string
  readonly courseId: string
  readonly timeZone: string
  readonly isAuthor: boolean
  /** Null when one may write. */
  readonly whyNot: string | null
  onChanged: (post: SeenPost) => void
  /** One's own post was taken back: it can be brought back. */
  onTakenBack: (id: string) => void
}

interface Props extends PostContext {
  post: SeenPost
  /** Whose post it answers, where that is not plain from its place. */
  answering: string | null
  isThreadLocked: boolean
}

/** One post: who, when, what, and what can be done with it. */
export function PostCard({ post, answering, isThreadLocked, ...context }: Props) {
  const { address, courseId, timeZone, isAuthor, whyNot, onChanged } = context
  const [mode, setMode] = useState<'read' | 'answer' | 'hide' | { change: object }>('read')
  const [problem, setProblem] = useState('')
  const act = async (request: PostRequest): Promise<void> => {
    const answer = await askPosts(address, request)
    setProblem(answer.ok ? '' : answer.reason)
    if (answer.ok && answer.post) onChanged(answer.post)
    if (answer.ok) setMode('read')
    if (answer.ok && request.intent === 'take back') context.onTakenBack(request.id)
  }
  const change = async (): Promise<void> => {
    const content = await fetchOwn(address, post.id)
    if (content) setMode({ change: content })
    else setProblem('Your post can’t be fetched just now. Try again in a moment.')
  }
  const mayAnswer =
    whyNot === null && (!isThreadLocked || isAuthor) && !post.isDeleted && (post.hiddenReason === null || isAuthor)
  const root = post.parentId === null
  return (
    <article
      className={`post ${post.isHelpful ? 'is-helpful' : ''} ${post.hiddenReason ? 'is-hidden' : ''}`}
      id={`post-${post.id}`}
      aria-label={`${post.person}, ${shortDateTime(post.at, timeZone)}`}
    >
      <header>
        <span className="face" style={{ backgroundColor: post.colour }} aria-hidden>
          {initials(post.person)}
        </span>
        <b>{post.person}</b>
        {post.isAuthor && <span className="post-role">author</span>}
        <time className="soft" dateTime={post.at}>
          {shortDateTime(post.at, timeZone)}
        </time>
        {post.editedAt && <span className="soft">changed</span>}
        {answering && <span className="soft">answers {answering}</span>}
        {post.isHelpful && (
          <span className="post-helpful">
            <BadgeCheck size={15} aria-hidden /> helpful
          </span>
        )}
        {root && post.isLocked && (
          <span className="soft post-locked">
            <Lock size={13} aria-hidden /> locked
          </span>
        )}
      </header>
      {post.hiddenReason && (
        <p className="post-note">
          <EyeOff size={14} aria-hidden /> Hidden by {post.hiddenBy}: {post.hiddenReason}
        </p>
      )}
      {post.isDeleted && <p className="post-note">Taken back by whoever wrote it.</p>}
      {typeof mode === 'object' ? (
        <PostComposer
          {...{ address, courseId }}
          parentId={post.parentId}
          label="Your post"
          placeholder=""
          send="Keep the change"
          change={{ id: post.id, content: mode.change }}
          isOpen
          onSent={(changed) => (onChanged(changed), setMode('read'))}
          onCancel={() => setMode('read')}
        />
      ) : (
        post.html !== '' && <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: post.html }} />
      )}
      {problem && (
        <p className="post-problem" role="alert">
          {problem}
        </p>
      )}
      <footer className="needs-script">
        {mayAnswer && (
          <button type="button" className="link-button" onClick={() => setMode(mode === 'answer' ? 'read' : 'answer')}>
            Answer<span className="visually-hidden"> {post.person}</span>
          </button>
        )}
        {post.isMine && !post.isDeleted && whyNot === null && post.hiddenReason === null && (
          <>
            <button type="button" className="link-button" onClick={() => void change()}>
              Change
            </button>
            <button
              type="button"
              className="link-button"
              onClick={() => void act({ intent: 'take back', id: post.id })}
            >
              Take back
            </button>
          </>
        )}
        {isAuthor && !post.isDeleted && (
          <>
            <button
              type="button"
              className="link-button"
              aria-pressed={post.isHelpful}
              onClick={() => void act({ intent: post.isHelpful ? 'not helpful' : 'helpful', id: post.id })}
            >
              {post.isHelpful ? 'Not helpful after all' : 'Mark as helpful'}
            </button>
            {post.hiddenReason === null ? (
              <button type="button" className="link-button" onClick={() => setMode('hide')}>
                Hide…
              </button>
            ) : (
              <button type="button" className="link-button" onClick={() => void act({ intent: 'show', id: post.id })}>
                Show again
              </button>
            )}
            {root && (
              <button
                type="button"
                className="link-button"
                onClick={() => void act({ intent: post.isLocked ? 'unlock' : 'lock', id: post.id })}
              >
                {post.isLocked ? 'Open the thread again' : 'Lock the thread'}
              </button>
            )}
          </>
        )}
      </footer>
      {mode === 'hide' && (
        <HideForm
          onHide={(reason) => void act({ intent: 'hide', id: post.id, reason })}
          onCancel={() => setMode('read')}
        />
      )}
      {mode === 'answer' && (
        <PostComposer
          {...{ address, courseId }}
          parentId={post.id}
          label={`Your answer to ${post.person}`}
          placeholder={`Answer ${post.person.split(' ')[0]}…`}
          send="Send the answer"
          isOpen
          onSent={(sent) => (onChanged(sent), setMode('read'))}
          onCancel={() => setMode('read')}
        />
      )}
    </article>
  )
}
