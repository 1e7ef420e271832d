import { Button, Input } from 'antd'
import { useState } from 'react'

/** Asks why a post is hidden; whoever wrote it reads the reason. */
export function HideForm({ onHide, onCancel }: { onHide: (reason: string) => void; onCancel: () => void }) {
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
        Why is it hidden? Whoever wrote it reads this.
        <Input autoFocus value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
      </label>
      <Button size="small" htmlType="submit">
        Hide the post
      </Button>
      <Button size="small" type="text" onClick={onCancel}>
        Cancel
      </Button>
    </form>
  )
}
