import type { Editor } from '@tiptap/core'
import { useEffect, useState } from 'react'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import type { PastSession } from '../../server/history/past.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { CompareDialog, type Revision } from './compare-dialog.tsx'
import './past-desk.css'

interface Props {
  editor: Editor
  documentId: string
  editions: readonly EditionSummary[]
  timeZone: string
  /** The newest version that the server has. */
  version: number
}

interface Past {
  readonly sessions: readonly PastSession[]
  readonly older: number | null
}

/** While somebody writes, the list is asked for again when the writing has paused for so long, in milliseconds. */
const PAUSE = 1500

async function ask(documentId: string, before?: number): Promise<Past | null> {
  const response = await fetch(`/documents/${documentId}/past${before === undefined ? '' : `?before=${before}`}`).catch(
    () => null,
  )
  return response?.ok ? ((await response.json()) as Past) : null
}

/** The page's past, asked for again when the writing pauses. */
function usePast(documentId: string, version: number) {
  const [past, setPast] = useState<Past | null>(null)
  const [isDown, setDown] = useState(false)
  useEffect(() => {
    let isGone = false
    const timer = setTimeout(
      () => void ask(documentId).then((found) => !isGone && (setDown(found === null), found && setPast(found))),
      past === null ? 0 : PAUSE,
    )
    return () => {
      isGone = true
      clearTimeout(timer)
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked for again when the page has changed
  }, [documentId, version])
  const more = async (): Promise<void> => {
    const found = past && (await ask(documentId, past.older ?? 0))
    if (found) setPast({ sessions: [...past.sessions, ...found.sessions], older: found.older })
  }
  return { past, isDown, more }
}

const UNREACHED = 'The history can’t be loaded just now. It is not lost; try again in a moment.'

/** The page's history by session of writing and person, in words, with its editions where they were published. */
export function PastDesk({ editor, documentId, editions, timeZone, version }: Props) {
  const { past, isDown, more } = usePast(documentId, version)
  const [compared, setCompared] = useState<Revision | null>(null)
  if (!past) return <p className="desk-empty soft">{isDown ? UNREACHED : 'Loading the history…'}</p>
  const { entries, revisionOf, revisions } = entriesOf(timeZone, past, editions)
  return (
    <>
      {entries.length === 0 && (
        <p className="desk-empty soft">
          Nothing has been written yet. Each time someone works on this page is listed here, with who it was and what
          was done.
        </p>
      )}
      <ol className="past-list">
        {entries.map((entry) =>
          entry.type === 'edition' ? (
            <EditionEntry
              key={`e${entry.edition.number}`}
              edition={entry.edition}
              isCurrent={entry.edition === editions[0]}
              timeZone={timeZone}
            />
          ) : (
            <SessionEntry
              key={`s${entry.session.to}`}
              session={entry.session}
              timeZone={timeZone}
              onCompare={() => setCompared(revisionOf(entry.session))}
            />
          ),
        )}
      </ol>
      {past.older !== null && (
        <p className="desk-words">
          <button type="button" className="desk-button" onClick={() => void more()}>
            Older entries
          </button>
        </p>
      )}
      {compared && (
        <CompareDialog {...{ editor, documentId, revisions }} start={compared} onClose={() => setCompared(null)} />
      )}
    </>
  )
}

/** The sessions and editions, newest first, and each as a state that can be compared. */
function entriesOf(timeZone: string, past: Past, editions: readonly EditionSummary[]) {
  const revisionOf = ({ to, person, at, words }: PastSession): Revision => ({
    version: to,
    name: `${person ?? 'Fieldstone'}, ${shortDateTime(at, timeZone)}`,
    words,
  })
  const revisions: Revision[] = [
    ...past.sessions.map(revisionOf),
    ...editions.map(({ version: at, number, at: when }): Revision => ({
      version: at,
      name: `Edition ${number}, ${shortDateTime(when, timeZone)}`,
      words: '',
    })),
  ]
  const entries = [
    ...past.sessions.map((session) => ({ type: 'session' as const, at: session.to, session })),
    ...editions
      .filter((edition) => edition.version > 0 || past.older === null)
      .map((edition) => ({ type: 'edition' as const, at: edition.version + 0.5, edition })),
  ].sort((a, b) => b.at - a.at)
  return { entries, revisionOf, revisions }
}

interface EditionProps {
  edition: EditionSummary
  isCurrent: boolean
  timeZone: string
}

function EditionEntry({ edition, isCurrent, timeZone }: EditionProps) {
  return (
    <li className="past-edition">
      <h2>
        Edition {edition.number} {isCurrent && <span className="soft">students read this</span>}
      </h2>
      {edition.note && <p>{edition.note}</p>}
      <p className="soft small">
        {edition.person}, {shortDateTime(edition.at, timeZone)} · {edition.words.toLocaleString('en')} words
      </p>
    </li>
  )
}

interface SessionProps {
  session: PastSession
  timeZone: string
  onCompare: () => void
}

function SessionEntry({ session, timeZone, onCompare }: SessionProps) {
  return (
    <li>
      <p>
        <b>{session.person ?? 'Fieldstone'}</b> {session.words}
      </p>
      <p className="soft small">
        {shortDateTime(session.at, timeZone)} ·{' '}
        <button type="button" className="link-button" onClick={onCompare}>
          Compare or restore
        </button>
      </p>
    </li>
  )
}
