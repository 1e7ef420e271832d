import { ArrowDownToLine, ArrowUpFromLine } from 'lucide-react'
import { useState } from 'react'
import { importFormats, exportFormats, type TransferReport } from '../../core/formats/transfer.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { shortDateTime } from '../shell/date-times.ts'
import { JobProgress } from '../shell/job-progress.tsx'
import type { ShownTransfer } from './transfer-requests.ts'
import type { Transfers } from './use-transfers.ts'
import './transfers.css'

interface Props {
  transfers: Transfers
  plan: readonly PlanRow[]
  courseId: string
  timeZone: string
  onImport: () => void
  /** Shows something in the plan. */
  onShow: (id: string) => void
  /** Takes out of the plan what came in. */
  onUndo: (id: string) => void
}

/** What went out of the course and came in: how far it is, the file, or the report. */
export function TransfersDesk({
  transfers: { all, problem, ask },
  plan,
  courseId,
  timeZone,
  onImport,
  onShow,
  onUndo,
}: Props) {
  const [failed, setFailed] = useState('')
  const again = (id: string): void =>
    void ask({ intent: 'again', id }).then((answer) => setFailed(answer.ok ? '' : (answer.reason ?? '')))
  return (
    <>
      <section>
        <h2 className="visually-hidden">Import and export</h2>
        <p className="soft small transfer-help">
          To export something, choose “Export” in its menu. Files stay here for two weeks.
        </p>
        <button type="button" className="desk-button" onClick={onImport}>
          Import a document…
        </button>
        {(problem || failed) && (
          <p className="field-problem" role="alert">
            {failed || problem}
          </p>
        )}
      </section>
      {all?.length === 0 && <p className="desk-empty soft">Nothing was imported or exported lately.</p>}
      {all && all.length > 0 && (
        <ul className="transfer-list" aria-label="Imports and exports">
          {all.map((transfer) => (
            <TransferLine
              key={transfer.id}
              {...{ transfer, plan, courseId, timeZone, onShow, onUndo }}
              onAgain={() => again(transfer.id)}
            />
          ))}
        </ul>
      )}
    </>
  )
}

interface LineProps extends Pick<Props, 'plan' | 'courseId' | 'timeZone' | 'onShow' | 'onUndo'> {
  transfer: ShownTransfer
  onAgain: () => void
}

function TransferLine({ transfer, plan, courseId, timeZone, onShow, onUndo, onAgain }: LineProps) {
  return (
    <li>
      <p className="transfer-name">
        {transfer.direction === 'out' ? (
          <ArrowUpFromLine size={15} strokeWidth={1.75} aria-label="Exported:" />
        ) : (
          <ArrowDownToLine size={15} strokeWidth={1.75} aria-label="Imported:" />
        )}
        <span dir="auto">{transfer.name}</span>
      </p>
      <p className="soft small">
        {formatName(transfer)}, {transfer.person}, {shortDateTime(transfer.at, timeZone)}
        {transfer.direction === 'out' && transfer.size !== null && `, ${sizeWords(transfer.size)}`}
      </p>
      <p className="visually-hidden" role="status">
        {statusWords(transfer)}
      </p>
      {(transfer.state === 'waiting' || transfer.state === 'running') && <Moving transfer={transfer} />}
      {transfer.state === 'failed' && (
        <p className="field-problem">
          {transfer.problem}{' '}
          <button type="button" className="link-button" onClick={() => onAgain()}>
            Try again
          </button>
        </p>
      )}
      {transfer.state === 'done' && <DoneActions {...{ transfer, plan, courseId, onShow, onUndo }} />}
      {transfer.report && <Report report={transfer.report} direction={transfer.direction} />}
    </li>
  )
}

/** What can be done with what has gone out or come in. */
function DoneActions({ transfer, plan, courseId, onShow, onUndo }: Omit<LineProps, 'timeZone' | 'onAgain'>) {
  const isThere = transfer.madeId !== null && plan.some(({ id }) => id === transfer.madeId)
  return (
    <p className="transfer-actions">
      {transfer.direction === 'out' && (
        <a className="desk-button" href={`/courses/${courseId}/transfers/${transfer.id}/file`} download>
          Download the file
        </a>
      )}
      {transfer.direction === 'in' && isThere && (
        <>
          <button type="button" className="desk-button" onClick={() => onShow(transfer.madeId!)}>
            Show it
          </button>
          <button type="button" className="desk-button is-danger" onClick={() => onUndo(transfer.madeId!)}>
            Remove it again
          </button>
        </>
      )}
      {transfer.direction === 'in' && !isThere && (
        <span className="soft small">No longer in the plan. Its pictures are still on the shelf.</span>
      )}
    </p>
  )
}

function Moving({ transfer: { step, done, total, state } }: { transfer: ShownTransfer }) {
  const words = state === 'waiting' ? 'Waiting for its turn' : `${step}${total > 0 ? `, ${done} of ${total}` : '…'}`
  return (
    <div className="transfer-moving">
      <span className="small">{words}</span>
      <JobProgress words={words} {...{ done, total }} />
    </div>
  )
}

function Report({ report: { kept, notes }, direction }: { report: TransferReport; direction: 'out' | 'in' }) {
  const counted = (count: number, one: string, many = `${one}s`): string[] =>
    count > 0 ? [`${count.toLocaleString('en')} ${count === 1 ? one : many}`] : []
  const all = kept
    ? [
        ...counted(kept.words, 'word'),
        ...counted(kept.chapters, 'chapter'),
        ...counted(kept.headings, 'heading'),
        ...counted(kept.lists, 'list'),
        ...counted(kept.tables, 'table'),
        ...counted(kept.pictures, 'picture'),
      ]
    : []
  const own = (type: 'changed' | 'left out') => notes.filter((note) => note.type === type)
  return (
    <details className="transfer-report" open={direction === 'in' && notes.length > 0}>
      <summary>{notes.length === 0 ? 'Everything is in it' : 'What was kept, changed and left out'}</summary>
      <p>
        <b>Kept:</b> {all.join(', ') || 'nothing'}.
      </p>
      {(['changed', 'left out'] as const).map((type) =>
        own(type).length === 0 ? null : (
          <div key={type}>
            <b>{type === 'changed' ? 'Changed' : 'Left out'}</b>
            <ul>
              {own(type).map(({ message, count }) => (
                <li key={message}>
                  {message} {count > 1 && <span className="soft">({count} times)</span>}
                </li>
              ))}
            </ul>
          </div>
        ),
      )}
    </details>
  )
}

function formatName({ direction, format }: ShownTransfer): string {
  return direction === 'out'
    ? (exportFormats[format as keyof typeof exportFormats]?.label ?? format)
    : (importFormats[format as keyof typeof importFormats] ?? format)
}

function statusWords({ name, state, direction }: ShownTransfer): string {
  if (state === 'done') return direction === 'out' ? `${name} is ready.` : `${name} is in the plan.`
  return state === 'failed' ? `${name} failed.` : ''
}

function sizeWords(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`
}
