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

async function ask(documentId: string, before?: number): Promise<Past | null> {
  const response = await fetch(`/documents/${documentId}/past${before === undefined ? '' : `?before=${before}`}`).catch(
    () => null,
  )
  return response?.ok ? ((await response.json()) as Past) : null
}

/** The page's history by sitting and person, in words, with its editions where they were published. */
export function PastDesk({ editor, documentId, editions, timeZone, version }: Props) {
  const [past, setPast] = useState<Past | null>(null)
  const [isDown, setDown] = useState(false)
  const [compared, setCompared] = useState<Revision | null>(null)
  // While somebody writes, the list is asked for again when the writing pauses.
  useEffect(() => {
    let isGone = false
    const timer = setTimeout(
      () => void ask(documentId).then((found) => !isGone && (setDown(found === null), found && setPast(found))),
      past === null ? 0 : 1500,
    )
    return () => {
      isGone = true
      clearTimeout(timer)
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked for again when the page has changed
  }, [documentId, version])

  if (!past)
    return (
      <p className="desk-empty soft">
        {isDown ? 'The past can’t be asked for just now. It is kept; try again in a moment.' : 'Asking for the past…'}
      </p>
    )
  const revisions: Revision[] = [
    ...past.sessions.map(({ to, person, at, words }): Revision => ({
      version: to,
      name: `${person ?? 'Fieldstone'}, ${shortDateTime(at, timeZone)}`,
      words,
    })),
    ...editions.map(({ version: at, number, at: when }): Revision => ({
      version: at,
      name: `Edition ${number}, ${shortDateTime(when, timeZone)}`,
      words: '',
    })),
  ]
  const entries = [
    ...past.sessions.map((session) => ({ type: 'sitting' as const, at: session.to, session })),
    ...editions
      .filter((edition) => edition.version > 0 || past.older === null)
      .map((edition) => ({ type: 'edition' as const, at: edition.version + 0.5, edition })),
  ].sort((a, b) => b.at - a.at)
  const more = (): void =>
    void ask(documentId, past.older ?? 0).then(
      (found) => found && setPast({ sessions: [...past.sessions, ...found.sessions], older: found.older }),
    )
  return (
    <>
      {entries.length === 0 && (
        <p className="desk-empty soft">
          Nothing has been written yet. Every sitting at this page is listed here, with who it was and what was done.
        </p>
      )}
      <ol className="past-list">
        {entries.map((entry) =>
          entry.type === 'edition' ? (
            <li key={`e${entry.edition.number}`} className="past-edition">
              <h3>
                Edition {entry.edition.number}{' '}
                {entry.edition === editions[0] && <span className="soft">students read this</span>}
              </h3>
              {entry.edition.note && <p>{entry.edition.note}</p>}
              <p className="soft small">
                {entry.edition.person}, {shortDateTime(entry.edition.at, timeZone)} ·{' '}
                {entry.edition.words.toLocaleString('en')} words
              </p>
            </li>
          ) : (
            <li key={`s${entry.session.to}`}>
              <p>
                <b>{entry.session.person ?? 'Fieldstone'}</b> {entry.session.words}
              </p>
              <p className="soft small">
                {shortDateTime(entry.session.at, timeZone)} ·{' '}
                <button
                  type="button"
                  className="link-button"
                  onClick={() =>
                    setCompared({
                      version: entry.session.to,
                      name: `${entry.session.person ?? 'Fieldstone'}, ${shortDateTime(entry.session.at, timeZone)}`,
                      words: entry.session.words,
                    })
                  }
                >
                  Compare or bring back
                </button>
              </p>
            </li>
          ),
        )}
      </ol>
      {past.older !== null && (
        <p className="desk-words">
          <button type="button" className="desk-button" onClick={more}>
            Older sittings
          </button>
        </p>
      )}
      {compared && (
        <CompareDialog {...{ editor, documentId, revisions }} start={compared} onClose={() => setCompared(null)} />
      )}
    </>
  )
}
