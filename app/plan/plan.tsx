import { useMessages } from '../shell/messages.tsx'
import { PanelRight } from 'lucide-react'
import { useEffect, useMemo, useState } from 'react'
import { useNavigate, useRevalidator, useRouteLoaderData, useSearchParams } from 'react-router'
import { identifier } from '../../core/document/wire.ts'
import { placeAtEnd } from '../../core/plan/foresee.ts'
import { shownToStudents } from '../../core/plan/shown.ts'
import { inOrder } from '../../core/plan/tree.ts'
import { now } from '../shell/clock.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { onDemand } from '../shell/on-demand.tsx'
import { titleOrKind } from '../shell/entry-kinds.tsx'
import type { OpeningState } from '../shell/working.tsx'
import { useUndoKeys } from '../shell/undo-keys.ts'
import { PaneButton, SidePane, usePane } from '../shell/pane.tsx'
import { Strip } from '../shell/strip.tsx'
import { useTransfers, type Transfers } from '../transfers/use-transfers.ts'
import type { ComposerPlace } from './composer.tsx'
import { type Dialog, dialogOf } from './dialog-address.ts'
import { PlanBar } from './plan-bar.tsx'
import { PlanDesk, type PlanDeskTab } from './plan-desk.tsx'
import { PlanDialogs } from './plan-dialogs.tsx'
import { depthOf, PlanList } from './plan-list.tsx'
import { PublishLesson } from './publish-lesson.tsx'
import { DeleteQuestion } from './confirmed.tsx'
import { type PlanChanges, type Undoable, usePlanChanges } from './use-plan-changes.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { usePlanQueue } from './use-plan-queue.ts'
import { useRowFocus, type RowFocus } from './use-row-focus.ts'
import './plan.css'

const TransfersDesk = onDemand(() => import('../transfers/transfers-desk.tsx').then((module) => module.TransfersDesk))

export const meta = () => [{ title: 'Plan – Fieldstone' }]

export default function Plan() {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  if (!frame) return null
  return <PlanScreen frame={frame} />
}

type Frame = NonNullable<ReturnType<typeof useRouteLoaderData<typeof courseLoader>>>

// eslint-disable-next-line max-lines-per-function -- what its parts tell each other is in one place
function PlanScreen({ frame: { person, course, plan: loaded, planVersion } }: { frame: Frame }) {
  const navigate = useNavigate()
  const revalidator = useRevalidator()
  const { plan, queue, view } = usePlanQueue(course.id, loaded, planVersion)
  const focus = useRowFocus()
  const { focused } = focus
  useShownEntry(focus)
  const [composing, setComposing] = useState<ComposerPlace | null>(null)
  const [filter, setFilter] = useState('')
  const [publishing, setPublishing] = useState<string | null>(null)
  const [dialog, setDialog] = useDialog()
  const beside = usePane()
  const [desk, setDesk] = useState<PlanDeskTab>('course')
  const { rows, shownOf, shown } = useRows(plan, filter)
  const changes = usePlanChanges(course.id, plan, shown, queue, focus)
  useUndoKeys(changes.undo)
  const made = (id: string): void => (focus.want(id), void revalidator.revalidate())
  const transfers = useTransfers(course.id, ({ madeId }) => madeId !== null && made(madeId))
  const moving = transfers.all?.filter(({ state }) => state === 'waiting' || state === 'running').length ?? 0
  const open = (id: string): void => {
    const row = plan.find((each) => each.id === id)
    const state = row && ({ opening: titleOrKind(row) } satisfies OpeningState)
    void navigate(`/courses/${course.id}/items/${id}`, { state })
  }
  const openSettings = (id: string): void => {
    focus.note(id)
    setDesk('entry')
    beside.setOpen(true)
    requestAnimationFrame(focusSettings)
  }
  const transfersDesk = <PlanTransfers {...{ transfers, plan, course, setDialog, focus, changes }} />
  return (
    <div className="screen">
      <Strip person={person} course={course} others={<PaneButton name="Side desk" Icon={PanelRight} pane={beside} />} />
      <div className="panes">
        <main className="plan" id="work" data-area="work">
          <PlanBar
            {...{ plan, filter }}
            onFilter={setFilter}
            onDialog={setDialog}
            onAdd={() => setComposing(placeAfter(rows, focused))}
          />
          <PlanList
            {...{ plan, rows, shown, shownOf, focus, changes, composing }}
            timeZone={course.timeZone}
            trouble={view.trouble}
            onCompose={setComposing}
            onOpen={open}
            onSettings={openSettings}
            onPublish={setPublishing}
            onDialog={setDialog}
          />
          {changes.question && <DeleteQuestion {...changes.question} />}
          <UndoNotice last={changes.last} />
        </main>
        <SidePane pane={beside} side="end" name="Side desk">
          <PlanDesk
            {...{ plan, shownOf, course, desk, moving }}
            transfers={transfersDesk}
            // What is set about a line is known, and can be changed, once the server has the line.
            entry={loaded.find(({ id }) => id === focused) ?? null}
            onDesk={setDesk}
            onOpen={open}
          />
        </SidePane>
      </div>
      <PlanDialogs
        {...{ dialog, plan, transfers, course }}
        ask={changes.ask}
        afterId={focused}
        onClose={() => setDialog(null)}
        onBegun={(id) => {
          setDesk('transfers')
          beside.setOpen(true)
          transfers.refresh(id)
        }}
        onMade={made}
      />
      <Publishing {...{ plan, course }} lessonId={publishing} onClose={() => setPublishing(null)} />
    </div>
  )
}

interface PlanTransfersProps {
  transfers: Transfers
  plan: readonly PlanRow[]
  course: Frame['course']
  setDialog: (dialog: Dialog | null) => void
  focus: RowFocus
  changes: PlanChanges
}

/** What is brought in and taken out of this course. */
function PlanTransfers({ transfers, plan, course, setDialog, focus, changes }: PlanTransfersProps) {
  return (
    <TransfersDesk
      {...{ transfers, plan }}
      courseId={course.id}
      timeZone={course.timeZone}
      onImport={() => setDialog({ type: 'import' })}
      onShow={focus.go}
      onUndo={(id) => void changes.send({ intent: 'delete', ids: [id] })}
    />
  )
}

/** The dialog that is open: at first the one that the address names. */
function useDialog(): [Dialog | null, (dialog: Dialog | null) => void] {
  const [search, setSearch] = useSearchParams()
  const [dialog, setDialog] = useState<Dialog | null>(() => dialogOf(search))
  const set = (next: Dialog | null): void => {
    setDialog(next)
    if (next === null && search.size > 0) setSearch({}, { replace: true })
  }
  return [dialog, set]
}

/** The entry that the address names has the focus at first. */
function useShownEntry(focus: RowFocus): void {
  const [search] = useSearchParams()
  const asked = identifier.safeParse(search.get('show')).data
  useEffect(() => {
    if (asked !== undefined) focus.go(asked)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- gone to when another is named
  }, [asked])
}

/** The rows of a plan in order, how each stands for students, and those whose titles hold what is filtered by. */
function useRows(plan: readonly PlanRow[], filter: string) {
  const rows = useMemo(() => inOrder(plan), [plan])
  const shownOf = useMemo(() => shownToStudents(plan, now()), [plan])
  const shown = useMemo(
    () => rows.filter(({ title }) => title.toLowerCase().includes(filter.trim().toLowerCase())),
    [rows, filter],
  )
  return { rows, shownOf, shown }
}

/** Where a line goes that is added from above the plan: after the row in focus, else at the end. */
const placeAfter = (rows: readonly (PlanRow & { depth: number })[], id: string | null): ComposerPlace =>
  id !== null && rows.some((row) => row.id === id) ? { afterId: id, depth: depthOf(rows, id) } : placeAtEnd(rows)

function focusSettings(): void {
  document.querySelector<HTMLElement>('.entry-desk input, .entry-desk button, .entry-desk select')?.focus()
}

interface PublishingProps {
  plan: readonly PlanRow[]
  /** The lesson that is being published; null when none is. */
  lessonId: string | null
  course: Frame['course']
  onClose: () => void
}

function Publishing({ plan, lessonId, course, onClose }: PublishingProps) {
  const message = useMessages()
  const entry = plan.find(({ id }) => id === lessonId)
  if (!entry) return null
  return (
    <PublishLesson
      key={entry.id}
      {...{ plan, entry, onClose }}
      courseId={course.id}
      timeZone={course.timeZone}
      onPublished={(words) => void message.success(words, 5)}
    />
  )
}

/** What was done last, and the way back. */
function UndoNotice({ last }: { last: Undoable | null }) {
  return (
    <div className="plan-undo" role="status">
      {last && (
        <>
          {last.words}{' '}
          <button type="button" className="link-button" onClick={last.undo}>
            {last.name}
          </button>
          <button type="button" className="plain-button" aria-label="Close" onClick={last.forget}>
            ×
          </button>
        </>
      )}
    </div>
  )
}
