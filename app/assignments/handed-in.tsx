import { FileText } from 'lucide-react'
import type { ReactNode } from 'react'
import type { HandedFiles, Submission } from '../../server/assignments/queries.server.ts'
import { moment } from '../reading/moment.ts'
import { useSay } from '../reading/say-here.ts'

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
  const say = useSay()
  if (files.length === 0) return null
  return (
    <ul className="file-list" aria-label={say('assignment.files')}>
      {files.map(({ id, name }) => (
        <li key={id}>
          <FileText size={15} strokeWidth={1.75} aria-hidden /> <a href={`/files/${id}/1`}>{name}</a>
          {onRemove && (
            <button
              type="button"
              className="plain-button"
              aria-label={say('assignment.remove', { name })}
              onClick={() => onRemove(id)}
            >
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
  const say = useSay()
  const { number, html, files, handedInAt, isLate, commentHtml, returnedAt, returnedBy } = submission
  const by = returnedBy ?? say('assignment.anAuthor')
  return (
    <details className="handed-in" open={isNewest}>
      <summary>
        {say(number > 1 ? 'assignment.handedInAgain' : 'assignment.handedIn', {
          date: moment(say, handedInAt, timeZone),
          number,
        })}
        {isLate && <span className="late">{say('assignment.late')}</span>}
        {returnedAt && (
          <span className="soft">{say('assignment.returned', { date: moment(say, returnedAt, timeZone) })}</span>
        )}
      </summary>
      <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: html }} />
      <FileList files={files} />
      {commentHtml !== null && (
        <section className="comment" aria-label={say('assignment.commentOf', { name: by })}>
          <h3>{say('assignment.says', { name: by })}</h3>
          <div className="page-content" dir="auto" dangerouslySetInnerHTML={{ __html: commentHtml }} />
        </section>
      )}
    </details>
  )
}
