import { Button } from 'antd'
import { useState } from 'react'
import { pool } from '../../server/database/pool.server.ts'
import { findDraft, listSubmissions } from '../../server/assignments/queries.server.ts'
import { participant } from '../../server/discussions/participant.server.ts'
import { requireOpenPlace, roomParts } from '../../server/reading/hydrated.server.ts'
import { failure } from '../../server/web/guard.server.ts'
import { RoomFrame } from '../reading/room-frame.tsx'
import { sayIn } from '../../core/words/say.ts'
import { moment } from '../reading/moment.ts'
import type { Route } from './+types/assignment'
import { HandedIn } from './handed-in.tsx'
import { WorkField } from './work-field.tsx'
import './assignment.css'

export async function loader({ request, context, params }: Route.LoaderArgs) {
  const found = await requireOpenPlace(request, context, params.courseId, params.itemId)
  if (found.place.kind !== 'assignment') failure('no such place', 404)
  const who = participant(found)
  const [parts, draft, submissions] = await Promise.all([
    roomParts(found),
    findDraft(pool, who.place.id, who.personId),
    listSubmissions(pool, who.place.id, who.personId),
  ])
  return {
    parts,
    draft,
    submissions,
    courseId: params.courseId,
    entryId: who.place.id,
    isAuthor: who.isAuthor,
    mayHandIn: who.mayTakePart && !who.isAuthor,
    dueAt: who.place.settings.dueAt,
    isPast: who.place.settings.dueAt !== null && new Date(who.place.settings.dueAt) < new Date(),
  }
}

export const meta = ({ loaderData }: Route.MetaArgs) => [{ title: `${loaderData?.parts.title ?? ''} – Fieldstone` }]

/** An assignment as students have it: what to do, what they write, what came back. */
export default function Assignment({ loaderData }: Route.ComponentProps) {
  const { parts, draft, submissions, courseId, entryId, isAuthor, mayHandIn, dueAt, isPast } = loaderData
  const say = sayIn(parts.language)
  const [isWriting, setWriting] = useState(draft !== null || submissions.length === 0)
  const newest = submissions[0]
  return (
    <RoomFrame parts={parts}>
      <section className="assignment" aria-label={say('assignment.yourWork')}>
        {dueAt && (
          <p className="assignment-due">
            {say(isPast ? 'assignment.duePast' : 'assignment.due', { date: moment(say, dueAt, parts.timeZone) })}
          </p>
        )}
        {isAuthor && (
          <p>
            <a href={`/courses/${courseId}/hand-ins/${entryId}`}>{say('assignment.whatStudents')}</a>
          </p>
        )}
        {!isAuthor && !mayHandIn && <p className="soft">{say('assignment.guest')}</p>}
        {submissions.map((each) => (
          <HandedIn key={each.number} submission={each} timeZone={parts.timeZone} isNewest={each === newest} />
        ))}
        {mayHandIn && !isWriting && (
          <Button className="needs-script" onClick={() => setWriting(true)}>
            {say('assignment.again')}
          </Button>
        )}
        {mayHandIn && (
          <noscript>
            <p className="soft">{say('assignment.needsScript')}</p>
          </noscript>
        )}
        {mayHandIn && isWriting && (
          <WorkField
            key={submissions.length}
            {...{ courseId, entryId }}
            start={draft ?? (newest ? { content: newest.content, files: newest.files } : null)}
            onHandedIn={() => setWriting(false)}
          />
        )}
      </section>
    </RoomFrame>
  )
}
