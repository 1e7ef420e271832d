import type { Editor } from '@tiptap/core'
import { Button } from 'antd'
import { shortened } from '../../core/tree/shortened.ts'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { useMessages } from '../shell/messages.tsx'
import { LeftOutList } from './left-out-list.tsx'
import { putBack } from './put-back.ts'
import type { SetAsideInHand } from './use-set-aside.ts'

const WHY: Record<Exclude<SetAsideEntry['reason'], 'left out'>, string> = {
  mine: 'was written where somebody else deleted at the same time.',
  theirs: 'was written by others inside a passage that was deleted at the same time.',
  refused: 'was in a change that the server could not take.',
  kept: 'was written without connection, too long ago to be put back by itself.',
}
const NEEDS_TITLE = 'It is kept as an HTML piece. Give the piece a title before you publish.'

interface Props {
  editor: Editor
  setAside: readonly SetAsideEntry[]
  timeZone: string
  held: SetAsideInHand
}

/** What two people's changes left without a place, and what code lost: nothing is gone, the author decides. */
export function SetAsideDesk({ editor, setAside, timeZone, held }: Props) {
  const { gone, problem, say, settle, letGo, bringBack } = held
  const message = useMessages()
  const place = (entry: SetAsideEntry): void => {
    const before = editor.state
    const transaction = putBack(before, entry.content)
    if (transaction) editor.view.dispatch(transaction.scrollIntoView())
    // A page that is full, or a place that can't hold it, takes nothing: then it stays here.
    if (editor.state.doc.eq(before.doc))
      return say('It has no place there. Put the cursor on an empty line of the page, then put it back once more.')
    editor.view.focus()
    if (entry.reason === 'left out') void message.info(NEEDS_TITLE, 6)
    void settle(entry)
  }
  return (
    <>
      {problem && (
        <p className="desk-words field-problem" role="alert">
          {problem}
        </p>
      )}
      <Passages
        entries={setAside.filter((entry): entry is Passage => entry.reason !== 'left out')}
        {...{ timeZone }}
        onPlace={place}
        onDiscard={(entry) => void letGo([entry])}
      />
      <LeftOutList
        entries={setAside.filter(({ reason }) => reason === 'left out')}
        {...{ timeZone }}
        onKeep={place}
        onTake={(entries) => void letGo(entries)}
      />
      <p className="desk-words" role="status">
        {gone.length > 0 && (
          <>
            {goneWords(gone)}{' '}
            <button type="button" className="link-button" onClick={() => void bringBack()}>
              Restore
            </button>
          </>
        )}
      </p>
    </>
  )
}

type Passage = SetAsideEntry & { readonly reason: keyof typeof WHY }

interface PassagesProps {
  entries: readonly Passage[]
  timeZone: string
  onPlace: (entry: Passage) => void
  onDiscard: (entry: Passage) => void
}

function Passages({ entries, timeZone, onPlace, onDiscard }: PassagesProps) {
  if (entries.length === 0) return null
  return (
    <>
      <p className="soft small desk-words">
        These passages have no place in the page any more. Put them back where the cursor stands, or discard them.
      </p>
      {entries.map((entry) => (
        <section key={entry.id} className="aside-entry">
          <blockquote>{entry.words || '(no words)'}</blockquote>
          <p className="soft small">
            {entry.person}, {shortDateTime(entry.at, timeZone)}: {WHY[entry.reason]}
          </p>
          <Button size="small" onClick={() => onPlace(entry)}>
            Put back at the cursor
          </Button>{' '}
          <Button size="small" type="text" onClick={() => onDiscard(entry)}>
            Discard
          </Button>
        </section>
      ))}
    </>
  )
}

function goneWords([first, ...others]: readonly SetAsideEntry[]): string {
  if (others.length > 0) return `${others.length + 1} notes were taken so.`
  return first?.reason === 'left out'
    ? 'The note was taken so.'
    : `“${shortened(first?.words ?? '', 60)}” was discarded.`
}
