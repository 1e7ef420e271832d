import { BadgeCheck, EyeOff, Lock } from 'lucide-react'
import { initials } from '../../core/people/initials.ts'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { moment } from '../reading/moment.ts'
import { useSay } from '../reading/say-here.ts'

interface Props {
  post: SeenPost
  timeZone: string
  /** Whose post it answers, where that is not plain from its place. */
  answering: string | null
}

/** Who wrote a post, when, and what was made of it. */
export function PostHead({ post, timeZone, answering }: Props) {
  const say = useSay()
  return (
    <header>
      <span className="face" style={{ backgroundColor: post.colour }} aria-hidden>
        {initials(post.person)}
      </span>
      <b>{post.person}</b>
      {post.isAuthor && <span className="post-role">{say('discussion.author')}</span>}
      <time className="soft" dateTime={post.at}>
        {moment(say, post.at, timeZone)}
      </time>
      {post.editedAt && <span className="soft">{say('discussion.edited')}</span>}
      {answering && <span className="soft">{say('discussion.repliesTo', { name: answering })}</span>}
      {post.isHelpful && (
        <span className="post-helpful">
          <BadgeCheck size={15} aria-hidden /> {say('discussion.helpful')}
        </span>
      )}
      {post.parentId === null && post.isLocked && (
        <span className="soft post-locked">
          <Lock size={13} aria-hidden /> {say('discussion.locked')}
        </span>
      )}
    </header>
  )
}

/** Why there is nothing, or not everything, to be read. */
export function PostNotes({ post }: { post: SeenPost }) {
  const say = useSay()
  return (
    <>
      {post.hiddenReason && (
        <p className="post-note">
          <EyeOff size={14} aria-hidden />{' '}
          {say('discussion.hiddenBy', { name: post.hiddenBy ?? '', reason: post.hiddenReason })}
        </p>
      )}
      {post.isDeleted && <p className="post-note">{say('discussion.deletedBy')}</p>}
    </>
  )
}
