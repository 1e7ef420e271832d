import { Button } from 'antd'
import { codeIn } from '../../core/source/left-out.ts'
import type { SetAsideEntry } from '../../server/documents/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'

interface Props {
  entries: readonly SetAsideEntry[]
  timeZone: string
  onKeep: (entry: SetAsideEntry) => void
  onTake: (entries: readonly SetAsideEntry[]) => void
}

/** What was left out when something came in, until an author has decided about each. */
export function LeftOutList({ entries, timeZone, onKeep, onTake }: Props) {
  if (entries.length === 0) return null
  return (
    <section>
      <h2>What could not be kept</h2>
      <p className="soft small">
        The page has no place for these. Take them so, or keep the HTML as a piece; it goes where the cursor is.
      </p>
      {entries.map((entry) => (
        <LeftOut key={entry.id} {...{ entry, timeZone, onKeep }} onTake={() => onTake([entry])} />
      ))}
      {entries.length > 1 && (
        <Button size="small" onClick={() => onTake(entries)}>
          Take all {entries.length} so
        </Button>
      )}
    </section>
  )
}

interface LeftOutProps {
  entry: SetAsideEntry
  timeZone: string
  onKeep: (entry: SetAsideEntry) => void
  onTake: () => void
}

function LeftOut({ entry, timeZone, onKeep, onTake }: LeftOutProps) {
  const code = codeIn(entry.content)
  return (
    <div className="aside-entry is-listed">
      <p>{entry.told}</p>
      {code !== '' && (
        <details>
          <summary>Show the HTML</summary>
          {/* A region that scrolls has a name and a stop of its own. */}
          <pre tabIndex={0} role="region" aria-label="HTML that could not be kept" dir="ltr">
            {code}
          </pre>
        </details>
      )}
      <p className="soft small">
        {entry.person}, {shortDateTime(entry.at, timeZone)}
      </p>
      {code !== '' && (
        <Button size="small" onClick={() => onKeep(entry)}>
          Keep it as an HTML piece
        </Button>
      )}{' '}
      <Button size="small" type="text" onClick={onTake}>
        Take it so
      </Button>
    </div>
  )
}
