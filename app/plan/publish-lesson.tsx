import { Alert, Button } from 'antd'
import { useMemo, useState } from 'react'
import { useRevalidator } from 'react-router'
import { isThere } from '../../core/plan/shown.ts'
import { branch } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { KindIcon, titleOrKind } from '../shell/entry-kinds.tsx'
import { oncePublished } from '../shell/shown-words.ts'
import { NoteField } from '../shell/note-field.tsx'
import { TellStudents } from '../shell/tell-students.tsx'
import { useAsking } from '../shell/use-asking.ts'
import { Stone } from '../shell/stone.tsx'
import { askPlan } from './ask-plan.ts'
import { Dialog } from '../shell/dialog.tsx'

interface Props {
  plan: readonly PlanRow[]
  entry: PlanRow
  courseId: string
  timeZone: string
  onClose: () => void
  onPublished: (words: string) => void
}

/** Publishes everything that has changed in a lesson or unit, with one note and, if wished, one notice. */
export function PublishLesson({ plan, entry, courseId, timeZone, onClose, onPublished }: Props) {
  const revalidator = useRevalidator()
  const [note, setNote] = useState('')
  const [isTold, setTold] = useState(true)
  const { isAsking, problem, ask } = useAsking()
  const { waiting, afterOf } = useMemo(() => {
    const found = branch(plan, entry.id).filter(({ state }) => state !== null && state !== 'published')
    return { waiting: found, afterOf: oncePublished(plan, new Set(found.map(({ id }) => id)), timeZone) }
  }, [plan, entry.id, timeZone])
  const after = afterOf(entry.id)
  const isTellable = isThere(after.shown)
  const publish = async (): Promise<void> => {
    const outcome = await ask(() =>
      askPlan(courseId, { intent: 'publish', id: entry.id, note, isTold: isTold && isTellable }),
    )
    if (!outcome) return
    onPublished(`${outcome.count} ${outcome.count === 1 ? 'item' : 'items'} of “${entry.title}” published.`)
    onClose()
    await revalidator.revalidate()
  }
  return (
    <Dialog
      open
      title={`Publish “${entry.title}”`}
      width={520}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" loading={isAsking} disabled={waiting.length === 0} onClick={() => void publish()}>
            Publish {waiting.length} {waiting.length === 1 ? 'item' : 'items'}
          </Button>
        </>
      }
    >
      {waiting.length === 0 ? (
        <p className="dialog-words">Nothing in it has changed since it was published.</p>
      ) : (
        <p className="dialog-words">All of these get their next edition together, or none does:</p>
      )}
      <Waiting {...{ waiting, afterOf }} />
      {problem && <Alert type="warning" title={problem} />}
      <NoteField label="What is new (optional, students see it)" value={note} onChange={setNote} />
      {after.reason && <p className="dialog-words">Once published: {after.reason}</p>}
      <TellStudents isOn={isTold} isPossible={isTellable} onChange={setTold} />
    </Dialog>
  )
}

interface WaitingProps {
  waiting: PlanRow[]
  afterOf: ReturnType<typeof oncePublished>
}

/** What gets its next edition, and how each will stand for students. */
function Waiting({ waiting, afterOf }: WaitingProps) {
  return (
    <ul className="publish-list">
      {waiting.map((row) => (
        <li key={row.id}>
          {row.state && <Stone state={row.state} />} <KindIcon kind={row.kind} size={15} /> {titleOrKind(row)}{' '}
          <span className="soft small">{afterOf(row.id).reason}</span>
        </li>
      ))}
    </ul>
  )
}
