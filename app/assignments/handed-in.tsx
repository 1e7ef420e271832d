import { FileText } from 'lucide-react'
import type { ReactNode } from 'react'
import type { HandedFiles, Submission } from '../../server/assignments/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'

/** Files with their names, each to be fetched, or taken out where that is still possible. */
export function FileList({
  files,
  onRemove,
  removeIcon,
}: {
  files: HandedFiles
  onRemove?: (id: string) => void
  removeIcon?: ReactNode
}) {
  if (files.length === 0) return null
  return (
    <ul className="file-list" aria-label="Files">
      {files.map(({ id, name }) => (
        <li key={id}>
          <FileText size={15} strokeWidth={1.75} aria-hidden /> <a href={`/files/${id}/1`}>{name}</a>
          {onRemove && (
            <button type="button" className="plain-button" aria-label={`Remove ${name}`} onClick={() => onRemove(id)}>
              {removeIcon}
            </button>
          )}
        </li>
      ))}
    </ul>
  )
}

/** Something that was handed in, with what an author said to it. */
export function HandedIn({
  submission,
  timeZone,
  isNewest,
}: {
  submission: Submission
  timeZone: string
  isNewest: boolean
}) {
  const { number, html, files, handedInAt, isLate, commentHtml, returnedAt, returnedBy } = submission
  return (
    <details className="handed-in" open={isNewest}>
      <summary>
        Handed in {shortDateTime(handedInAt, timeZone)}
        {number > 1 && `, the ${number}. time`}
        {isLate && <span className="late">late</span>}
        {returnedAt && <span className="soft">, returned {shortDateTime(returnedAt, timeZone)}</span>}
      </summary>
      <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: html }} />
      <FileList files={files} />
      {commentHtml !== null && (
        <section className="comment" aria-label={`Comment of ${returnedBy ?? 'an author'}`}>
          <h3>{returnedBy} says</h3>
          <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: commentHtml }} />
        </section>
      )}
    </details>
  )
}
