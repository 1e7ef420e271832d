import { Button } from 'antd'
import { Dialog } from '../shell/dialog.tsx'

export interface Question {
  /** What is to be deleted. */
  readonly title: string
  /** What others have to do with it, a sentence each. */
  readonly uses: readonly string[]
  readonly answer: (isSure: boolean) => void
}

/** Asks whether something is to be deleted that others have to do with, and says in what way. */
export function DeleteQuestion({ title, uses, answer }: Question) {
  return (
    <Dialog open title={`Delete “${title}”?`} width={420} footer={null} onCancel={() => answer(false)}>
      <ul className="uses">
        {uses.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p>Students lose sight of it at once. Nothing is destroyed: it can be restored, with all of this.</p>
      <div className="delete-choice">
        <Button data-begin onClick={() => answer(false)}>
          Keep it
        </Button>
        <Button danger type="primary" onClick={() => answer(true)}>
          Delete
        </Button>
      </div>
    </Dialog>
  )
}
