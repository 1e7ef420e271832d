import { Button, Input } from 'antd'
import { useState } from 'react'
import { useSay } from '../reading/say-here.ts'

/** Asks why a post is hidden; whoever wrote it reads the reason. */
export function HideForm({ onHide, onCancel }: { onHide: (reason: string) => void; onCancel: () => void }) {
  const say = useSay()
  const [reason, setReason] = useState('')
  return (
    <form
      className="hide-form"
      onSubmit={(event) => {
        event.preventDefault()
        onHide(reason)
      }}
    >
      <label>
        {say('discussion.whyHidden')}
        <Input autoFocus value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
      </label>
      <Button size="small" htmlType="submit">
        {say('discussion.hidePost')}
      </Button>
      <Button size="small" type="text" onClick={onCancel}>
        {say('discussion.cancel')}
      </Button>
    </form>
  )
}
