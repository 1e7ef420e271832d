import { useState } from 'react'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { moment } from '../reading/moment.ts'
import { useSay } from '../reading/say-here.ts'
import { askPosts, fetchOwn } from './ask-posts.ts'
import { HideForm } from './hide-form.tsx'
import { PostActions } from './post-actions.tsx'
import { PostComposer } from './post-composer.tsx'
import { PostHead, PostNotes } from './post-head.tsx'
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

type Mode = 'read' | 'answer' | 'hide' | { readonly change: object }

/** One post: who, when, what, and what can be done with it. */
export function PostCard({ post, answering, isThreadLocked, ...context }: Props) {
  const say = useSay()
  const { timeZone, isAuthor, whyNot } = context
  const { mode, setMode, problem, act, change } = usePostMode(post, context)
  const mayAnswer =
    whyNot === null && (!isThreadLocked || isAuthor) && !post.isDeleted && (post.hiddenReason === null || isAuthor)
  return (
    <article
      className={`post ${post.isHelpful ? 'is-helpful' : ''} ${post.hiddenReason ? 'is-hidden' : ''}`}
      id={`post-${post.id}`}
      aria-label={`${post.person}, ${moment(say, post.at, timeZone)}`}
    >
      <PostHead {...{ post, timeZone, answering }} />
      <PostNotes post={post} />
      {typeof mode === 'object' ? (
        <Change {...{ context, setMode, post, mode }} />
      ) : (
        post.html !== '' && <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: post.html }} />
      )}
      {problem && (
        <p className="post-problem" role="alert">
          {problem}
        </p>
      )}
      <PostActions
        {...{ post, mayAnswer, isAuthor }}
        mayWrite={whyNot === null}
        onAnswer={() => setMode(mode === 'answer' ? 'read' : 'answer')}
        onChange={() => void change()}
        onHide={() => setMode('hide')}
        act={(request) => void act(request)}
      />
      {mode === 'hide' && (
        <HideForm
          onHide={(reason) => void act({ intent: 'hide', id: post.id, reason })}
          onCancel={() => setMode('read')}
        />
      )}
      {mode === 'answer' && <Answer {...{ context, setMode, post }} />}
    </article>
  )
}

interface ChangeProps {
  context: PostContext
  setMode: (mode: Mode) => void
  post: SeenPost
  mode: { readonly change: object }
}

function Change({ context, setMode, post, mode }: ChangeProps) {
  const say = useSay()
  return (
    <OwnComposer
      {...{ context, setMode }}
      parentId={post.parentId}
      label={say('discussion.yourPost')}
      placeholder=""
      send={say('discussion.saveChange')}
      change={{ id: post.id, content: mode.change }}
    />
  )
}

interface AnswerProps {
  context: PostContext
  setMode: (mode: Mode) => void
  post: SeenPost
}

function Answer({ context, setMode, post }: AnswerProps) {
  const say = useSay()
  return (
    <OwnComposer
      {...{ context, setMode }}
      parentId={post.id}
      label={say('discussion.yourReply', { name: post.person })}
      placeholder={say('discussion.replyField', { name: post.person.split(' ')[0]! })}
      send={say('discussion.sendReply')}
    />
  )
}

/** What is being done with a post just now, and what the server said to it. */
function usePostMode(post: SeenPost, { address, onChanged, onTakenBack }: PostContext) {
  const say = useSay()
  const [mode, setMode] = useState<Mode>('read')
  const [problem, setProblem] = useState('')
  const act = async (request: PostRequest): Promise<void> => {
    const answer = await askPosts(say, address, request)
    setProblem(answer.ok ? '' : answer.reason)
    if (answer.ok && answer.post) onChanged(answer.post)
    if (answer.ok) setMode('read')
    if (answer.ok && request.intent === 'take back') onTakenBack(request.id)
  }
  const change = async (): Promise<void> => {
    const content = await fetchOwn(address, post.id)
    if (content) setMode({ change: content })
    else setProblem(say('discussion.notFetched'))
  }
  return { mode, setMode, problem, act, change }
}

type OwnComposerProps = Pick<
  Parameters<typeof PostComposer>[0],
  'parentId' | 'label' | 'placeholder' | 'send' | 'change'
> & { context: PostContext; setMode: (mode: Mode) => void }

/** The field in which a post is answered or changed; what is sent is shown in its place. */
function OwnComposer({ context: { address, courseId, onChanged }, setMode, ...composer }: OwnComposerProps) {
  return (
    <PostComposer
      {...{ address, courseId }}
      {...composer}
      isOpen
      onSent={(sent) => (onChanged(sent), setMode('read'))}
      onCancel={() => setMode('read')}
    />
  )
}
