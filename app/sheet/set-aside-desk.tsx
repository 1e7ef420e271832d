import type { Editor } from '@tiptap/core'
import { Slice } from '@tiptap/pm/model'
import { Button } from 'antd'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'

const WHY: Record<SetAsideEntry['reason'], string> = {
  mine: 'was written where somebody else deleted at the same time.',
  theirs: 'was written by others inside a passage that was deleted at the same time.',
  refused: 'was in a change that the server could not take.',
  kept: 'was written without connection, too long ago to be put back by itself.',
}

interface Props {
  editor: Editor
  documentId: string
  setAside: readonly SetAsideEntry[]
  timeZone: string
  refresh: () => void
}

/** What two people's changes left without a place: nothing is lost, the author decides. */
export function SetAsideDesk({ editor, documentId, setAside, timeZone, refresh }: Props) {
  const settle = async (id: string): Promise<void> => {
    await fetch(`/documents/${documentId}/set-aside`, {
      method: 'POST',
      body: JSON.stringify({ intent: 'settle', id }),
      headers: { 'Content-Type': 'application/json' },
    }).catch(() => null)
    refresh()
  }
  const putBack = (entry: SetAsideEntry): void => {
    const { state, view } = editor
    const slice = Slice.fromJSON(state.schema, entry.content)
    view.dispatch(state.tr.replaceSelection(slice).scrollIntoView())
    view.focus()
    void settle(entry.id)
  }
  return (
    <>
      <p className="soft small desk-words">
        These passages have no place in the page any more. Put them back where the cursor stands, or let them go.
      </p>
      {setAside.map((entry) => (
        <section key={entry.id} className="aside-entry">
          <blockquote>{entry.words || '(no words)'}</blockquote>
          <p className="soft small">
            {entry.person}, {shortDateTime(entry.at, timeZone)}: {WHY[entry.reason]}
          </p>
          <Button size="small" onClick={() => putBack(entry)}>
            Put back at the cursor
          </Button>{' '}
          <Button size="small" type="text" onClick={() => void settle(entry.id)}>
            Let go
          </Button>
        </section>
      ))}
    </>
  )
}
