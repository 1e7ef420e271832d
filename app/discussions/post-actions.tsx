import type { SeenPost } from '../../server/discussions/discussion.server.ts'
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
  return (
    <footer className="needs-script">
      {mayAnswer && (
        <button type="button" className="link-button" onClick={onAnswer}>
          Reply<span className="visually-hidden"> to {post.person}</span>
        </button>
      )}
      {post.isMine && !post.isDeleted && mayWrite && post.hiddenReason === null && (
        <>
          <Action name="Edit" onClick={onChange} />
          <Action name="Delete my post" onClick={() => act({ intent: 'take back', id: post.id })} />
        </>
      )}
      {isAuthor && !post.isDeleted && <AuthorActions {...{ post, onHide, act }} />}
    </footer>
  )
}

function AuthorActions({ post, onHide, act }: Pick<Props, 'post' | 'onHide' | 'act'>) {
  const { id, isHelpful, isLocked } = post
  return (
    <>
      <Action
        name={isHelpful ? 'Not helpful after all' : 'Mark as helpful'}
        isOn={isHelpful}
        onClick={() => act({ intent: isHelpful ? 'not helpful' : 'helpful', id })}
      />
      {post.hiddenReason === null ? (
        <Action name="Hide…" onClick={onHide} />
      ) : (
        <Action name="Show again" onClick={() => act({ intent: 'show', id })} />
      )}
      {post.parentId === null && (
        <Action
          name={isLocked ? 'Unlock the thread' : 'Lock the thread'}
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
