import { Button } from 'antd'
import { Paperclip, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { useRevalidator } from 'react-router'
import { emptyPassage } from '../../core/document/empty-passage.ts'
import { pool } from '../../server/database/pool.server.ts'
import { findDraft, type HandedFiles, listSubmissions } from '../../server/assignments/queries.server.ts'
import { participant } from '../../server/discussions/participant.server.ts'
import { requireOpenPlace, roomParts } from '../../server/reading/hydrated.server.ts'
import { failure } from '../../server/web/guard.server.ts'
import { upload } from '../media/upload.ts'
import { RoomFrame } from '../reading/room-frame.tsx'
import { shortDateTime } from '../shell/date-times.ts'
import { RichField } from '../writing/rich-field.tsx'
import type { Route } from './+types/assignment'
import { FileList, HandedIn } from './handed-in.tsx'
import type { WorkRequest } from './work.ts'
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

export const meta = ({ loaderData }: Route.MetaArgs) => [
  { title: `${loaderData?.parts.title ?? 'Assignment'} – Fieldstone` },
]

const PAUSE = 900

/** An assignment as students have it: what to do, what they write, what came back. */
export default function Assignment({ loaderData }: Route.ComponentProps) {
  const { parts, draft, submissions, courseId, entryId, isAuthor, mayHandIn, dueAt, isPast } = loaderData
  const [isWriting, setWriting] = useState(draft !== null || submissions.length === 0)
  const newest = submissions[0]
  return (
    <RoomFrame parts={parts}>
      <section className="assignment" aria-label="Your work">
        {dueAt && (
          <p className="assignment-due">
            Due {shortDateTime(dueAt, parts.timeZone)}
            {isPast && '. That has passed; what you hand in now is marked as late'}.
          </p>
        )}
        {isAuthor && (
          <p>
            <a href={`/courses/${courseId}/hand-ins/${entryId}`}>What students handed in</a>
          </p>
        )}
        {!isAuthor && !mayHandIn && <p className="soft">You read here as a guest; students hand in.</p>}
        {submissions.map((each) => (
          <HandedIn key={each.number} submission={each} timeZone={parts.timeZone} isNewest={each === newest} />
        ))}
        {mayHandIn && !isWriting && (
          <Button className="needs-script" onClick={() => setWriting(true)}>
            {newest?.returnedAt ? 'Work on it again' : 'Hand in anew'}
          </Button>
        )}
        {mayHandIn && (
          <noscript>
            <p className="soft">
              To write and hand in, turn on JavaScript in your browser. You can read everything without it.
            </p>
          </noscript>
        )}
        {mayHandIn && isWriting && (
          <Work
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

interface WorkProps {
  courseId: string
  entryId: string
  start: { content: object; files: HandedFiles } | null
  onHandedIn: () => void
}

type Kept =
  { type: 'nothing' } | { type: 'keeping' } | { type: 'kept'; at: string } | { type: 'problem'; words: string }

/** What is being written, kept as a draft by itself. */
function Work({ courseId, entryId, start, onHandedIn }: WorkProps) {
  const revalidator = useRevalidator()
  const [content, setContent] = useState<object>(start?.content ?? emptyPassage)
  const [files, setFiles] = useState<HandedFiles>(start?.files ?? [])
  const [kept, setKept] = useState<Kept>({ type: 'nothing' })
  const [preview, setPreview] = useState<string | null>(null)
  const [isSending, setSending] = useState(false)
  const chooser = useRef<HTMLInputElement>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const order = useRef<Promise<unknown>>(Promise.resolve())
  useEffect(() => () => clearTimeout(timer.current), [])

  const ask = (request: WorkRequest): Promise<{ ok: boolean; reason?: string; html?: string }> => {
    // One after the other, so that a draft on its way never comes after the hand-in.
    const next = order.current.then(() =>
      fetch(`/assignments/${courseId}/${entryId}/work`, {
        method: 'POST',
        body: JSON.stringify(request),
        headers: { 'Content-Type': 'application/json' },
      }).then(
        (response) =>
          response.status === 401
            ? {
                ok: false,
                reason: 'You are no longer signed in. Sign in in another tab; what you wrote is still here.',
              }
            : (response.json() as Promise<{ ok: boolean; reason?: string; html?: string }>),
        () => ({
          ok: false,
          reason: 'The server does not answer. What you wrote is still here; it is kept as soon as the server is back.',
        }),
      ),
    )
    order.current = next
    return next
  }
  const keep = (now: object, withFiles: HandedFiles): void => {
    clearTimeout(timer.current)
    setKept({ type: 'keeping' })
    timer.current = setTimeout(() => {
      void ask({ intent: 'draft', content: now, files: withFiles }).then((answer) => {
        setKept(
          answer.ok
            ? { type: 'kept', at: new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date()) }
            : { type: 'problem', words: answer.reason ?? '' },
        )
        if (!answer.ok && answer.reason?.startsWith('The server'))
          timer.current = setTimeout(() => keep(now, withFiles), 3000)
      })
    }, PAUSE)
  }
  const onFiles = async (chosen: readonly File[]): Promise<void> => {
    let list = files
    for (const file of chosen) {
      setKept({ type: 'keeping' })
      const answer = await upload(courseId, file, () => undefined, 'handed in')
      if (!answer.ok) return setKept({ type: 'problem', words: answer.reason })
      list = [...list.filter(({ id }) => id !== answer.item.id), { id: answer.item.id, name: file.name }]
      setFiles(list)
    }
    keep(content, list)
  }
  const handIn = async (): Promise<void> => {
    clearTimeout(timer.current)
    setSending(true)
    const answer = await ask({ intent: 'hand in', content, files })
    setSending(false)
    if (!answer.ok) return setKept({ type: 'problem', words: answer.reason ?? '' })
    onHandedIn()
    await revalidator.revalidate()
  }
  return (
    <div className="assignment-work needs-script">
      <h2>Your answer</h2>
      <RichField
        label="Your answer"
        placeholder="Write here. It is kept as a draft by itself; nobody else sees it until you hand it in."
        start={start?.content}
        {...{ courseId }}
        uploadTo="contributions"
        onChange={(now) => (setContent(now), setPreview(null), keep(now, files))}
      />
      <FileList
        files={files}
        onRemove={(id) => {
          const rest = files.filter((file) => file.id !== id)
          setFiles(rest)
          keep(content, rest)
        }}
        removeIcon={<X size={13} aria-hidden />}
      />
      {preview !== null && (
        <section className="post-preview" aria-label="As your teacher will see it">
          <p className="soft small">As your teacher will see it</p>
          <div className="page-content" dangerouslySetInnerHTML={{ __html: preview }} />
        </section>
      )}
      <div className="post-actions">
        <Button type="primary" loading={isSending} onClick={() => void handIn()}>
          Hand in
        </Button>
        <Button
          onClick={() =>
            void ask({ intent: 'preview', content }).then((answer) =>
              answer.ok
                ? setPreview(answer.html || '<p>There is nothing written yet.</p>')
                : setKept({ type: 'problem', words: answer.reason ?? '' }),
            )
          }
        >
          Preview
        </Button>
        <Button icon={<Paperclip size={14} aria-hidden />} onClick={() => chooser.current?.click()}>
          Add a file
        </Button>
        <span
          className={kept.type === 'problem' ? 'post-problem' : 'soft small'}
          role={kept.type === 'problem' ? 'alert' : 'status'}
        >
          {kept.type === 'keeping'
            ? 'Keeping…'
            : kept.type === 'kept'
              ? `Draft kept, ${kept.at}`
              : kept.type === 'problem'
                ? kept.words
                : ''}
        </span>
      </div>
      <input
        ref={chooser}
        type="file"
        hidden
        multiple
        aria-label="Files to hand in"
        onChange={({ target }) => {
          void onFiles([...(target.files ?? [])])
          target.value = ''
        }}
      />
    </div>
  )
}
