import type { Editor } from '@tiptap/core'
import { Button } from 'antd'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { putBack } from './put-back.ts'
import type { SetAsideInHand } from './use-set-aside.ts'

const WHY: Record<SetAsideEntry['reason'], string> = {
  mine: 'was written where somebody else deleted at the same time.',
  theirs: 'was written by others inside a passage that was deleted at the same time.',
  refused: 'was in a change that the server could not take.',
  kept: 'was written without connection, too long ago to be put back by itself.',
}

interface Props {
  editor: Editor
  setAside: readonly SetAsideEntry[]
  timeZone: string
  held: SetAsideInHand
}

/** What two people's changes left without a place: nothing is lost, the author decides. */
export function SetAsideDesk({ editor, setAside, timeZone, held }: Props) {
  const { gone, problem, say, settle, letGo, bringBack } = held
  const place = (entry: SetAsideEntry): void => {
    const before = editor.state
    const transaction = putBack(before, entry.content)
    if (transaction) editor.view.dispatch(transaction.scrollIntoView())
    // A page that is full, or a place that can't hold it, takes nothing: then it stays here.
    if (editor.state.doc.eq(before.doc))
      return say('It has no place there. Put the cursor on an empty line of the page, then put it back once more.')
    editor.view.focus()
    void settle(entry)
  }
  return (
    <>
      <p className="soft small desk-words">
        These passages have no place in the page any more. Put them back where the cursor stands, or discard them.
      </p>
      {problem && (
        <p className="desk-words field-problem" role="alert">
          {problem}
        </p>
      )}
      {setAside.map((entry) => (
        <section key={entry.id} className="aside-entry">
          <blockquote>{entry.words || '(no words)'}</blockquote>
          <p className="soft small">
            {entry.person}, {shortDateTime(entry.at, timeZone)}: {WHY[entry.reason]}
          </p>
          <Button size="small" onClick={() => place(entry)}>
            Put back at the cursor
          </Button>{' '}
          <Button size="small" type="text" onClick={() => void letGo(entry)}>
            Discard
          </Button>
        </section>
      ))}
      <p className="desk-words" role="status">
        {gone && (
          <>
            “{shortened(gone.words)}” was discarded.{' '}
            <button type="button" className="link-button" onClick={() => void bringBack()}>
              Restore
            </button>
          </>
        )}
      </p>
    </>
  )
}

const shortened = (words: string): string => (words.length > 60 ? `${words.slice(0, 58).trimEnd()}…` : words)
