import { Button } from 'antd'
import type { SeenPost } from '../../server/discussions/discussion.server.ts'
import { RichField } from '../writing/rich-field.tsx'
import { type PostPlace, usePost } from './use-post.ts'
import { useSay } from '../reading/say-here.ts'
import { Preview } from '../writing/preview.tsx'

interface Props extends PostPlace {
  courseId: string
  label: string
  placeholder: string
  send: string
  isOpen?: boolean
  onSent: (post: SeenPost) => void
  onCancel?: () => void
}

/** Writes a post: looked at before it is sent, kept in this browser until it is. */
export function PostComposer(props: Props) {
  const { courseId, label, placeholder, send, isOpen = false, onSent, onCancel, ...place } = props
  const say = useSay()
  const { draft, begun, round, preview, problem, isSending, write, send: post, look } = usePost(place, onSent)
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
        onChange={write}
        onSend={() => void post()}
      />
      {preview !== null && <Preview label={say('discussion.asOthers')} html={preview} />}
      {problem && (
        <p className="post-problem" role="alert">
          {problem}
        </p>
      )}
      {(draft !== undefined || onCancel) && (
        <div className="post-actions">
          <Button type="primary" size="small" loading={isSending} onClick={() => void post()}>
            {send}
          </Button>
          <Button size="small" onClick={look}>
            {say('discussion.preview')}
          </Button>
          {onCancel && (
            <Button size="small" type="text" onClick={onCancel}>
              {say('discussion.cancel')}
            </Button>
          )}
          <span className="soft small">{say('discussion.sends')}</span>
        </div>
      )}
    </div>
  )
}
