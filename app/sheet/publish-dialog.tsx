import type { Editor } from '@tiptap/core'
import { Alert, Button } from 'antd'
import { useEffect, useState } from 'react'
import { useFetcher } from 'react-router'
import type { action } from '../editions/editions.ts'
import type { Finding } from '../../core/proof/proof.ts'
import type { EditionSummary } from '../../server/editions/queries.server.ts'
import { isInSight, isThere } from '../../core/plan/shown.ts'
import { NoteField } from '../shell/note-field.tsx'
import { TellStudents } from '../shell/tell-students.tsx'
import type { ForStudents } from '../shell/shown-words.ts'
import type { Standing } from '../saving/standing.ts'
import { announce } from '../shell/announce.ts'
import { Dialog } from '../shell/dialog.tsx'

interface Props {
  documentId: string
  /** What the kind is called: page, book… */
  name: string
  /** How it will stand for students. */
  after: ForStudents
  version: number
  editions: readonly EditionSummary[]
  standing: Standing
  editor: Editor
  /** What the proof finds that keeps somebody out. */
  blocking: readonly Finding[]
  onClose: () => void
  onPublished: () => void
}

/** Publishes the next edition with a note of what changed. */
export function PublishDialog(props: Props) {
  const { documentId, name, after, version, editions, standing, editor, blocking, onClose, onPublished } = props
  const fetcher = useFetcher<typeof action>()
  const [note, setNote] = useState('')
  const [isTold, setTold] = useState(false)
  const number = (editions[0]?.number ?? 0) + 1
  const isKept = standing.type === 'kept'
  const hasTitle = (editor.state.doc.firstChild?.textContent ?? '').trim() !== ''
  const isLocked = !isInSight(after.shown) && after.shown.type !== 'sequence'
  const isTellable = isThere(after.shown)
  const result = fetcher.data
  useWhenPublished(result, onPublished, onClose)
  const publish = (): void =>
    void fetcher.submit(
      { note, version, ...(isTold && isTellable ? { notice: 'yes' } : {}) },
      { method: 'post', action: `/documents/${documentId}/editions` },
    )
  const problem = whyNot(hasTitle, isKept) || (result && !result.ok ? result.reason : '')
  return (
    <Dialog
      open
      title={`Publish edition ${number}`}
      width={480}
      onCancel={onClose}
      footer={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="primary" disabled={!isKept || !hasTitle} loading={fetcher.state !== 'idle'} onClick={publish}>
            Publish edition {number}
          </Button>
        </>
      }
    >
      <WhatFollows {...{ isLocked, name, number, after }} />
      <Blocking findings={blocking} />
      {problem && <Alert type="warning" title={problem} />}
      <EditionNote {...{ isKept, hasTitle, publish, number, note, setNote, isTold, isTellable, setTold }} />
    </Dialog>
  )
}

/** Goes on once the edition is there. */
function useWhenPublished(
  result: ReturnType<typeof useFetcher<typeof action>>['data'],
  onPublished: () => void,
  onClose: () => void,
): void {
  useEffect(() => {
    if (result?.ok) {
      announce(`Edition ${result.number} is published.`)
      onPublished()
      onClose()
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each result
  }, [result])
}

interface WhatFollowsProps {
  isLocked: boolean
  name: string
  number: number
  after: ForStudents
}

/** What publishing will do, before it is done. */
function WhatFollows({ isLocked, name, number, after }: WhatFollowsProps) {
  return (
    <p className="dialog-words">
      {isLocked
        ? `Students will not see this ${name} yet. `
        : number === 1
          ? `Students will be able to read this ${name}. `
          : `Students read edition ${number - 1} until you publish this one. `}
      {after.reason && `${after.reason} `}
      What you write afterwards stays with you until the next edition.
    </p>
  )
}

/** So many of the findings are named; the proof has them all. */
const MOST_NAMED = 4

/** What keeps somebody from reading it, before it is published: told, not forbidden (ATAG 2.0, B.4.1.4). */
function Blocking({ findings }: { findings: readonly Finding[] }) {
  if (findings.length === 0) return null
  const more = findings.length - MOST_NAMED
  return (
    <section className="publish-blocking" aria-label="Findings that block someone">
      <p>
        {findings.length === 1 ? 'One finding of the proof blocks' : `${findings.length} findings of the proof block`}{' '}
        someone from reading this. Proof, at the side, has the repairs.
      </p>
      <ul>
        {findings.slice(0, MOST_NAMED).map(({ fingerprint, message }) => (
          <li key={fingerprint}>{message}</li>
        ))}
        {more > 0 && <li>and {more} more</li>}
      </ul>
    </section>
  )
}

interface EditionNoteProps {
  isKept: boolean
  hasTitle: boolean
  publish: () => void
  number: number
  note: string
  setNote: (value: string) => void
  isTold: boolean
  isTellable: boolean
  setTold: (value: boolean) => void
}

/** The note that goes with an edition, and whether students are told. */
function EditionNote({
  isKept,
  hasTitle,
  publish,
  number,
  note,
  setNote,
  isTold,
  isTellable,
  setTold,
}: EditionNoteProps) {
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        if (isKept && hasTitle) publish()
      }}
    >
      <NoteField
        label={number === 1 ? 'Note for students (optional)' : 'What changed (optional, students see it)'}
        value={note}
        onChange={setNote}
      />
      <TellStudents isOn={isTold} isPossible={isTellable} onChange={setTold} />
    </form>
  )
}

/** Why nothing can be published just now; empty when it can. */
function whyNot(hasTitle: boolean, isKept: boolean): string {
  if (!hasTitle) return 'Give the page a title first: students find it by its title.'
  return isKept ? '' : 'The last changes are still on their way. Publishing waits until they are saved.'
}
