import { Link } from 'react-router'
import type { Replacement } from '../../core/replace/wire.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { JobProgress } from '../shell/job-progress.tsx'
import { counted } from './counted.ts'

interface Props {
  all: readonly Replacement[] | null
  problem: string
  courseId: string
  timeZone: string
  onUndo: (id: string) => void
  onGoOn: (id: string) => void
}

/** What was replaced lately, each record with the way back. */
export function ReplacedDesk({ all, problem, courseId, timeZone, onUndo, onGoOn }: Props) {
  return (
    <aside className="desk" aria-label="Replaced lately">
      <section>
        <h2>Replaced lately</h2>
        <p className="soft small">
          You can undo each as a whole for 30 days, even if others have edited the pages since.
        </p>
        {problem && (
          <p className="field-problem" role="alert">
            {problem}
          </p>
        )}
      </section>
      {all?.length === 0 && <p className="desk-empty soft">Nothing yet.</p>}
      {all && all.length > 0 && (
        <ul className="transfer-list" aria-label="Replacements">
          {all.map((each) => (
            <li key={each.id}>
              <p className="replaced-words">
                <span dir="auto">“{each.words}”</span> {each.put === '' ? 'taken out' : 'became '}
                {each.put !== '' && <span dir="auto">“{each.put}”</span>}
              </p>
              <p className="soft small">
                {each.person}, {shortDateTime(each.at, timeZone)}
              </p>
              <Standing {...{ each, courseId }} onUndo={() => onUndo(each.id)} onGoOn={() => onGoOn(each.id)} />
            </li>
          ))}
        </ul>
      )}
    </aside>
  )
}

interface StandingProps {
  each: Replacement
  courseId: string
  onUndo: () => void
  onGoOn: () => void
}

function Standing({ each, courseId, onUndo, onGoOn }: StandingProps) {
  const { state, doing, done, total, problem, notes } = each
  const isMoving = state === 'waiting' || state === 'running'
  return (
    <>
      {isMoving && <JobProgress words={standingWords(each)} {...{ done, total }} />}
      <p className="small">{standingWords(each)}</p>
      {state === 'failed' && (
        <p className="field-problem">
          {problem}{' '}
          <button type="button" className="link-button" onClick={onGoOn}>
            Go on
          </button>
        </p>
      )}
      {!isMoving && notes.length > 0 && (
        <ul className="small replaced-notes">
          {notes.map(({ title, note, entryId }) => (
            <li key={`${entryId} ${title}`}>
              {entryId ? <Link to={`/courses/${courseId}/items/${entryId}`}>{title}</Link> : title}: {note}
            </li>
          ))}
        </ul>
      )}
      {state === 'done' && doing === 'replace' && each.replaced > 0 && (
        <p className="transfer-actions">
          <button type="button" className="desk-button" onClick={onUndo}>
            Take it all back
          </button>
        </p>
      )}
    </>
  )
}

/** How a replacement stands, as a sentence. */
export function standingWords({ state, doing, done, total, replaced, restored }: Replacement): string {
  if (state === 'waiting') return 'Waiting for its turn'
  if (state === 'running')
    return `${doing === 'undo' ? 'Taking back' : 'Replacing'}: ${done} of ${counted(total, 'page')}`
  if (state === 'failed') return `Stopped after ${done} of ${counted(total, 'page')}.`
  return doing === 'undo'
    ? `Taken back: ${counted(restored, 'place')} of ${replaced.toLocaleString('en')}.`
    : `${counted(replaced, 'place')} on ${counted(total, 'page')}. Students see it when the pages are published.`
}
