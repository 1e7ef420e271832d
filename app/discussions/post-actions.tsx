import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { useSay } from '../reading/say-here.ts'
import type { PostRequest } from './posts.ts'

interface Props {
  post: SeenPost
  mayAnswer: boolean
  /** One may write here at all. */
  mayWrite: boolean
  isAuthor: boolean
  onAnswer: () => void
  onChange: () => void
  onHide: () => void
  act: (request: PostRequest) => void
}

/** What can be done with a post: by everybody, by whoever wrote it, by authors. */
export function PostActions({ post, mayAnswer, mayWrite, isAuthor, onAnswer, onChange, onHide, act }: Props) {
  const say = useSay()
  return (
    <footer className="needs-script">
      {mayAnswer && (
        <button
          type="button"
          className="link-button"
          aria-label={say('discussion.replyTo', { name: post.person })}
          onClick={onAnswer}
        >
          {say('discussion.reply')}
        </button>
      )}
      {post.isMine && !post.isDeleted && mayWrite && post.hiddenReason === null && (
        <>
          <Action name={say('discussion.edit')} onClick={onChange} />
          <Action name={say('discussion.delete')} onClick={() => act({ intent: 'take back', id: post.id })} />
        </>
      )}
      {isAuthor && !post.isDeleted && <AuthorActions {...{ post, onHide, act }} />}
    </footer>
  )
}

function AuthorActions({ post, onHide, act }: Pick<Props, 'post' | 'onHide' | 'act'>) {
  const say = useSay()
  const { id, isHelpful, isLocked } = post
  return (
    <>
      <Action
        name={say(isHelpful ? 'discussion.notHelpful' : 'discussion.markHelpful')}
        isOn={isHelpful}
        onClick={() => act({ intent: isHelpful ? 'not helpful' : 'helpful', id })}
      />
      {post.hiddenReason === null ? (
        <Action name={say('discussion.hide')} onClick={onHide} />
      ) : (
        <Action name={say('discussion.show')} onClick={() => act({ intent: 'show', id })} />
      )}
      {post.parentId === null && (
        <Action
          name={say(isLocked ? 'discussion.unlock' : 'discussion.lock')}
          onClick={() => act({ intent: isLocked ? 'unlock' : 'lock', id })}
        />
      )}
    </>
  )
}

/** `isOn` for what is on or off. */
function Action({ name, isOn, onClick }: { name: string; isOn?: boolean; onClick: () => void }) {
  return (
    <button type="button" className="link-button" aria-pressed={isOn} onClick={onClick}>
      {name}
    </button>
  )
}
