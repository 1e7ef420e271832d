import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { shortMoment } from '../shell/moments.ts'

/** Every edition of the page, newest first. */
export function EditionDesk({ editions, timeZone }: { editions: readonly EditionSummary[]; timeZone: string }) {
  if (editions.length === 0) return <p className="desk-empty soft">Nothing is published yet: this page is a draft, seen by its authors alone.</p>
  return (
    <ol className="edition-list">
      {editions.map(({ number, note, person, at, words }, index) => (
        <li key={number}>
          <h3>
            Edition {number} {index === 0 && <span className="soft">students read this</span>}
          </h3>
          {note && <p>{note}</p>}
          <p className="soft small">
            {person}, {shortMoment(at, timeZone)} · {words.toLocaleString('en')} words
          </p>
        </li>
      ))}
    </ol>
  )
}
