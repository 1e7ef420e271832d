import { BadgeCheck, EyeOff, Lock } from 'lucide-react'
import { initials } from '../../core/people/initials.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { shortDateTime } from '../shell/date-times.ts'

interface Props {
  post: SeenPost
  timeZone: string
  /** Whose post it answers, where that is not plain from its place. */
  answering: string | null
}

/** Who wrote a post, when, and what was made of it. */
export function PostHead({ post, timeZone, answering }: Props) {
  return (
    <header>
      <span className="face" style={{ backgroundColor: post.colour }} aria-hidden>
        {initials(post.person)}
      </span>
      <b>{post.person}</b>
      {post.isAuthor && <span className="post-role">author</span>}
      <time className="soft" dateTime={post.at}>
        {shortDateTime(post.at, timeZone)}
      </time>
      {post.editedAt && <span className="soft">edited</span>}
      {answering && <span className="soft">replies to {answering}</span>}
      {post.isHelpful && (
        <span className="post-helpful">
          <BadgeCheck size={15} aria-hidden /> helpful
        </span>
      )}
      {post.parentId === null && post.isLocked && (
        <span className="soft post-locked">
          <Lock size={13} aria-hidden /> locked
        </span>
      )}
    </header>
  )
}

/** Why there is nothing, or not everything, to be read. */
export function PostNotes({ post }: { post: SeenPost }) {
  return (
    <>
      {post.hiddenReason && (
        <p className="post-note">
          <EyeOff size={14} aria-hidden /> Hidden by {post.hiddenBy}: {post.hiddenReason}
        </p>
      )}
      {post.isDeleted && <p className="post-note">Deleted by the person who wrote it.</p>}
    </>
  )
}
