import { closestCenter, DndContext, type DragEndEvent, type DragOverEvent, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core'
import { App, Button } from 'antd'
import { FileUp, LayoutTemplate, Plus } from 'lucide-react'
import { useLayoutEffect, useMemo, useRef, useState } from 'react'
import { useNavigate, useRevalidator, useRouteLoaderData, useSearchParams } from 'react-router'
import { placeAtEnd } from '../../core/plan/foresee.ts'
import { isOpened, itemKinds } from '../../core/plan/kinds.ts'
import { shownToStudents } from '../../core/plan/shown.ts'
import { branch, inOrder, placeAfter, stepPlace } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { loader as courseLoader } from '../shell/course.tsx'
import { now } from '../shell/clock.ts'
import { onDemand } from '../shell/on-demand.tsx'
import { titleOrKind } from '../shell/entry-kinds.tsx'
import { useTransfers } from '../transfers/use-transfers.ts'
import { Strip } from '../shell/strip.tsx'
import { askPlan } from './ask-plan.ts'
import { confirmed } from './confirmed.tsx'
import { Composer, type ComposerPlace } from './composer.tsx'
import type { PlanRequest } from './plan-requests.ts'
import { type Dialog, dialogOf } from './dialog-address.ts'
import { PlanDialogs } from './plan-dialogs.tsx'
import { PlanDesk, type PlanDeskTab } from './plan-desk.tsx'
import { PublishLesson } from './publish-lesson.tsx'
import { useWindow } from './use-window.ts'
import { PlanRowView } from './plan-row.tsx'
import { usePlanQueue } from './use-plan-queue.ts'
import './plan.css'

const TransfersDesk = onDemand(() => import('../transfers/transfers-desk.tsx').then((module) => module.TransfersDesk))

export const meta = () => [{ title: 'Plan – Fieldstone' }]

interface Deleted {
  deletionId: string
  words: string
}

export default function Plan() {
  const frame = useRouteLoaderData<typeof courseLoader>('shell/course')
  if (!frame) return null
  return <PlanScreen frame={frame} />
}

function PlanScreen({ frame: { person, course, plan: loaded, planVersion } }: { frame: NonNullable<ReturnType<typeof useRouteLoaderData<typeof courseLoader>>> }) {
  const { message, modal } = App.useApp()
  const navigate = useNavigate()
  const revalidator = useRevalidator()
  const { plan, queue, view } = usePlanQueue(course.id, loaded, planVersion)
  const [focused, setFocused] = useState<string | null>(null)
  const [renaming, setRenaming] = useState<string | null>(null)
  const [composing, setComposing] = useState<ComposerPlace | null>(null)
  const [deleted, setDeleted] = useState<Deleted | null>(null)
  const [drop, setDrop] = useState<{ overId: string; words: string } | null>(null)
  const [filter, setFilter] = useState('')
  const [publishing, setPublishing] = useState<string | null>(null)
  const [search, setSearch] = useSearchParams()
  const [dialog, setDialog] = useState<Dialog | null>(() => dialogOf(search))
  const [desk, setDesk] = useState<PlanDeskTab>('course')
  const list = useRef<HTMLUListElement>(null)
  const rows = useMemo(() => inOrder(plan), [plan])
  const shownOf = useMemo(() => shownToStudents(plan, now()), [plan])
  const shown = useMemo(() => rows.filter(({ title }) => title.toLowerCase().includes(filter.trim().toLowerCase())), [rows, filter])
  const scroll = useRef<HTMLDivElement>(null)
  const inSight = useWindow(shown.length, scroll, [shown.findIndex(({ id }) => id === focused), shown.findIndex(({ id }) => id === composing?.afterId)])
  const send = async (request: PlanRequest): Promise<void> => {
    const outcome = await queue.send(request)
    if (!outcome.ok) void message.error(outcome.reason ?? 'That did not work.', 6)
    for (const note of outcome.notes ?? []) void message.info(note, 8)
    if (outcome.ok && outcome.deletionId && request.intent === 'delete') {
      const title = plan.find(({ id }) => id === request.ids[0])?.title
      const more = (outcome.count ?? 1) - 1
      setDeleted({ deletionId: outcome.deletionId, words: `${title ? `“${title}”` : 'The entry'}${more > 0 ? ` and ${more} under it` : ''} deleted.${(outcome.uses ?? []).map((words) => ` ${words}`).join('')}` })
    }
  }
  // What is to have the focus gets it as soon as it is there.
  const wanted = useRef<string | null>(null)
  useLayoutEffect(() => {
    const row = wanted.current && list.current?.querySelector<HTMLElement>(`[data-id="${wanted.current}"]`)
    if (!row) return
    wanted.current = null
    row.focus()
  })
  // A row that others' changes, or its own move, put elsewhere keeps the focus it had.
  const hasFocus = useRef(false)
  useLayoutEffect(() => {
    if (hasFocus.current && document.activeElement === document.body && focused) list.current?.querySelector<HTMLElement>(`[data-id="${focused}"]`)?.focus()
  })

  const transfers = useTransfers(course.id, (arrived) => {
    if (arrived.madeId === null) return
    wanted.current = arrived.madeId
    setFocused(arrived.madeId)
    void revalidator.revalidate()
  })
  const moving = transfers.all?.filter(({ state }) => state === 'waiting' || state === 'running').length ?? 0
  const showTransfers = (): void => {
    setDesk('transfers')
    transfers.refresh()
  }

  const step = (id: string, direction: 'up' | 'down'): void => {
    const place = stepPlace(plan, id, direction)
    if (!place) return
    // Where the row goes, the focus goes: the next press finds it.
    wanted.current = id
    setFocused(id)
    void send({ intent: 'move', ids: [id], ...place })
  }
  // What students read may hold their work: whoever deletes it is told before.
  const weighing = useRef(false)
  const remove = async (row: PlanRow): Promise<void> => {
    if (weighing.current) return
    if (branch(plan, row.id).some(({ edition }) => edition !== null)) {
      weighing.current = true
      const { uses = [], ok, reason } = await askPlan(course.id, { intent: 'weigh', ids: [row.id] })
      const isSure = ok && (uses.length === 0 || (await confirmed(modal, titleOrKind(row), uses)))
      weighing.current = false
      if (!ok) return void message.error(reason ?? 'That did not work.', 6)
      if (!isSure) return focus(row.id)
    }
    removeNow(row)
  }
  const removeNow = (row: PlanRow): void => {
    const gone = new Set(branch(plan, row.id).map(({ id }) => id))
    const at = shown.findIndex(({ id }) => id === row.id)
    const next = shown.slice(at).find(({ id }) => !gone.has(id)) ?? shown[at - 1]
    wanted.current = next?.id ?? null
    setFocused(next?.id ?? null)
    void send({ intent: 'delete', ids: [row.id] })
  }
  const undoDelete = (): void => {
    if (!deleted) return
    void send({ intent: 'restore', deletionId: deleted.deletionId })
    setDeleted(null)
  }
  const onKey = (event: React.KeyboardEvent, row: PlanRow): void => {
    if (event.target !== event.currentTarget) return
    const at = shown.findIndex(({ id }) => id === row.id)
    const moves = { ArrowUp: shown[at - 1], ArrowDown: shown[at + 1], Home: shown[0], End: shown.at(-1) } as Record<string, PlanRow | undefined>
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      step(row.id, event.key === 'ArrowUp' ? 'up' : 'down')
    } else if (event.key in moves) {
      const next = moves[event.key]
      if (next) focus(next.id)
    } else if (event.key === 'Enter') {
      if (event.altKey) openSettings(row.id)
      else if (isOpened(row.kind) || row.kind === 'note') {
        // What was typed a moment ago is opened when the server has it.
        if (row.documentId !== null) void navigate(`/courses/${course.id}/items/${row.id}`)
      } else setComposing({ afterId: row.id, depth: depthOf(row.id) + 1 })
    } else if (event.key === 'F2') setRenaming(row.id)
    else if (event.key === 'Delete') void remove(row)
    else if (event.key === 'Insert') setComposing({ afterId: row.id, depth: depthOf(row.id) })
    else if (event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey)) undoDelete()
    else return
    event.preventDefault()
  }
  // The first line of an empty course is a unit; what is no longer there counts as an item.
  const depthOf = (id: string): number => rows.find((row) => row.id === id)?.depth ?? 2
  const openSettings = (id: string): void => {
    setFocused(id)
    setDesk('entry')
    requestAnimationFrame(() => document.querySelector<HTMLElement>('.entry-desk input, .entry-desk button, .entry-desk select')?.focus())
  }
  const focus = (id: string): void => {
    wanted.current = id
    setFocused(id)
    const row = list.current?.querySelector<HTMLElement>(`[data-id="${id}"]`)
    if (!row) return
    wanted.current = null
    row.focus()
  }

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }), useSensor(KeyboardSensor))
  const target = ({ active, over }: DragOverEvent | DragEndEvent): ReturnType<typeof placeAfter> => {
    const row = plan.find(({ id }) => id === active.id)
    return row && over && over.id !== active.id ? placeAfter(plan, String(over.id), row.kind) : null
  }
  const onDragOver = (event: DragOverEvent): void => {
    const place = target(event)
    const parent = place && plan.find(({ id }) => id === place.parentId)
    setDrop(place && event.over ? { overId: String(event.over.id), words: parent ? `goes here, in ${parent.title}` : 'goes here' } : null)
  }
  const onDragEnd = (event: DragEndEvent): void => {
    setDrop(null)
    const place = target(event)
    if (place) void send({ intent: 'move', ids: [String(event.active.id)], ...place })
  }

  const compose = composing && (
    <Composer
      key="composer"
      place={composing}
      plan={plan}
      trouble={view.trouble}
      onAdd={(afterId, lines, notes) => {
        for (const note of notes) void message.info(note, 8)
        void send({ intent: 'add', afterId, lines: [...lines] })
      }}
      onPlace={setComposing}
      onClose={() => {
        wanted.current = composing.afterId
        setFocused(composing.afterId)
        setComposing(null)
      }}
    />
  )
  return (
    <div className="screen">
      <Strip person={person} course={course} />
      <div className="panes">
        <main className="plan">
          <div className="plan-bar">
            <h1 className="visually-hidden">Plan</h1>
            <input type="search" className="plan-filter" placeholder="Filter by word" aria-label="Filter the plan by word" value={filter} onChange={(event) => setFilter(event.target.value)} />
            <span className="plan-bar-end">
              <Button icon={<FileUp size={16} strokeWidth={1.75} aria-hidden />} onClick={() => setDialog({ sort: 'bring in' })}>
                Bring in
              </Button>
              <Button icon={<LayoutTemplate size={16} strokeWidth={1.75} aria-hidden />} onClick={() => setDialog({ sort: 'use template' })}>
                From a template
              </Button>
              <Button type="primary" icon={<Plus size={16} aria-hidden />} onClick={() => setComposing(focused && rows.some(({ id }) => id === focused) ? { afterId: focused, depth: depthOf(focused) } : placeAtEnd(rows))}>
                Add
              </Button>
            </span>
          </div>
          <div className="plan-head" aria-hidden>
            <span>
              Course, {counted(plan, ['unit'], 'unit')}, {counted(plan, itemKinds, 'item')}
            </span>
            <span>State</span>
            <span>Minutes</span>
            <span>For students</span>
          </div>
          <div className="plan-scroll" ref={scroll}>
            {rows.length === 0 && !composing && (
              <div className="plan-empty">
                <p>Lay the course out before writing: type its units, lessons and pages, a line each, or paste an outline you have.</p>
                <Button type="primary" onClick={() => setComposing({ afterId: null, depth: 0 })}>
                  Begin the plan
                </Button>
              </div>
            )}
            <DndContext id="plan" sensors={sensors} collisionDetection={closestCenter} onDragOver={onDragOver} onDragEnd={onDragEnd} onDragCancel={() => setDrop(null)}>
              <ul
                className="plan-list"
                role="tree"
                aria-label="Plan of the course"
                ref={list}
                onFocus={(event) => (hasFocus.current = event.target.matches('[data-id]'))}
                onBlur={(event) => (hasFocus.current &&= event.relatedTarget === null)}
              >
                {[
                ...inSight.shown.flatMap((piece) => {
                  if ('gap' in piece) return [<li key={piece.key} role="none" style={{ blockSize: piece.gap }} />]
                  const at = piece.index
                  const row = shown[at]!
                  return [
                    <PlanRowView
                      key={row.id}
                      {...{ row, plan }}
                      shown={shownOf.get(row.id) ?? { sort: 'draft' }}
                      index={at}
                      measure={inSight.measure}
                      timeZone={course.timeZone}
                      isTabStop={focused ? focused === row.id : at === 0}
                      isRenaming={renaming === row.id}
                      drop={drop?.overId === row.id ? drop.words : null}
                      onFocus={() => setFocused(row.id)}
                      onKey={(event) => onKey(event, row)}
                      onOpen={() => void navigate(`/courses/${course.id}/items/${row.id}`)}
                      onRename={() => setRenaming(row.id)}
                      onRenamed={(title) => {
                        setRenaming(null)
                        if (title !== null && title !== row.title) void send({ intent: 'rename', id: row.id, title })
                        requestAnimationFrame(() => focus(row.id))
                      }}
                      onDelete={() => void remove(row)}
                      onAdd={() => setComposing({ afterId: row.id, depth: row.depth + 1 })}
                      onSettings={() => openSettings(row.id)}
                      onPublish={() => setPublishing(row.id)}
                      onTakeOut={() => setDialog({ sort: 'take out', id: row.id })}
                      onTemplate={() => setDialog({ sort: 'save template', id: row.id })}
                      onSplit={() => void send({ intent: 'split', id: row.id })}
                      onStep={(direction) => step(row.id, direction)}
                    />,
                    // A neighbour in the same list: a row that comes before it leaves its field, and what is typed, alone.
                    composing?.afterId === row.id ? compose : null,
                  ]
                }),
                // In the same list wherever it stands: what is being typed is never made anew.
                composing && !shown.some(({ id }) => id === composing.afterId) ? compose : null,
                ]}
              </ul>
            </DndContext>
          </div>
          <div className="plan-undo" role="status">
            {deleted && (
              <>
                {deleted.words}{' '}
                <button type="button" className="link-button" onClick={undoDelete}>
                  Bring back
                </button>
                <button type="button" className="plain-button" aria-label="Close" onClick={() => setDeleted(null)}>
                  ×
                </button>
              </>
            )}
          </div>
        </main>
        <PlanDesk
          {...{ plan, shownOf, course, desk, moving }}
          transfers={<TransfersDesk {...{ transfers, plan }} courseId={course.id} timeZone={course.timeZone} onBring={() => setDialog({ sort: 'bring in' })} onShow={focus} onUndo={(id) => void send({ intent: 'delete', ids: [id] })} />}
          // What is set about a line is known, and can be changed, once the server has the line.
          entry={loaded.find(({ id }) => id === focused) ?? null} onDesk={setDesk} onOpen={(id) => void navigate(`/courses/${course.id}/items/${id}`)} />
      </div>
      <PlanDialogs
        {...{ dialog, plan, transfers }}
        courseId={course.id}
        afterId={focused}
        onClose={() => {
          setDialog(null)
          if (search.size > 0) setSearch({}, { replace: true })
        }}
        onBegun={showTransfers}
        onMade={(id) => {
          wanted.current = id
          setFocused(id)
          void revalidator.revalidate()
        }}
      />
      {publishing !== null && <PublishLesson key={publishing} plan={plan} entry={plan.find(({ id }) => id === publishing)!} courseId={course.id} timeZone={course.timeZone} onClose={() => setPublishing(null)} onPublished={(words) => void message.success(words, 5)} />}
    </div>
  )
}

function counted(plan: readonly PlanRow[], kinds: readonly PlanRow['kind'][], name: string): string {
  const count = plan.filter((row) => kinds.includes(row.kind)).length
  return `${count} ${name}${count === 1 ? '' : 's'}`
}
