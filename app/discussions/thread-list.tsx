import { Button } from 'antd'
import { PART_REPLIES } from '../../core/discussions/parts.ts'
import type { Thread } from '../../server/discussions/discussion.server.ts'
import { PostCard, type PostContext } from './post-card.tsx'
import { useSay } from '../reading/say-here.ts'
import type { Threads } from './use-threads.ts'
import './discussion.css'

/** Threads, newest first, each with its answers in their order. */
export function ThreadList({ threads, ...context }: { threads: Threads } & PostContext) {
  const say = useSay()
  return (
    <>
      <p className="news" role="status" aria-live="polite">
        {threads.news}
      </p>
      {threads.threads.length > 0 && (
        <ol className="threads">
          {threads.threads.map((thread) => (
            <li key={thread.post.id}>
              <OneThread thread={thread} onEarlier={() => threads.earlier(thread.post.id)} {...context} />
            </li>
          ))}
        </ol>
      )}
      {threads.hasMore && (
        <Button className="needs-script" onClick={() => void threads.more()}>
          {say('discussion.earlierThreads')}
        </Button>
      )}
      {threads.hasMore && threads.threads.length > 0 && (
        <noscript>
          <a href={`?before=${threads.threads.at(-1)!.post.id}`}>{say('discussion.earlierThreads')}</a>
        </noscript>
      )}
    </>
  )
}

function OneThread({
  thread: { post, replies },
  onEarlier,
  ...context
}: { thread: Thread; onEarlier: () => Promise<void> } & PostContext) {
  const say = useSay()
  const missing = post.replies - replies.length
  const names = new Map([post, ...replies].map((each) => [each.id, each.person]))
  return (
    <>
      <PostCard post={post} answering={null} isThreadLocked={post.isLocked} {...context} />
      {(replies.length > 0 || missing > 0) && (
        <div className="replies">
          {missing > 0 && (
            <button type="button" className="link-button needs-script" onClick={() => void onEarlier()}>
              {say(missing <= PART_REPLIES ? 'discussion.showReplies' : 'discussion.showSome', { count: missing })}
            </button>
          )}
          {missing > 0 && (
            <noscript>
              <a href={`?post=${post.id}#post-${post.id}`}>{say('discussion.earlierReplies')}</a>
            </noscript>
          )}
          {replies.map((reply) => (
            <PostCard
              key={reply.id}
              post={reply}
              answering={
                reply.parentId === post.id ? null : (names.get(reply.parentId ?? '') ?? say('discussion.anEarlier'))
              }
              isThreadLocked={post.isLocked}
              {...context}
            />
          ))}
        </div>
      )}
    </>
  )
}
