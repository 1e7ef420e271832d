import { useDraggable, useDroppable } from '@dnd-kit/core'
import { Menu } from '../shell/menu.tsx'
import { CalendarClock, Ellipsis, EyeOff, GripVertical, Lock } from 'lucide-react'
import { useCallback, useEffect, useRef, useState } from 'react'
import { PrefetchPageLinks, useParams } from 'react-router'
import { useTitleWords } from '../shell/title-language.ts'
import { isOpened, kindOfEntry, type EntryKind } from '../../core/plan/kinds.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { isInSight, type Shown, shownBriefly, shownReason } from '../../core/plan/shown.ts'
import { childrenOf } from '../../core/plan/tree.ts'
import { EXPORTABLE } from '../../core/formats/transfer.ts'
import { TEMPLATE_KINDS } from '../../core/templates/template.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { KindIcon, titleOrKind } from '../shell/entry-kinds.tsx'
import { shortDateTime } from '../shell/date-times.ts'
import { minutesOf } from '../shell/plan-tree.tsx'
import { stateWords, Stone } from '../shell/stone.tsx'

interface Props {
  row: PlanRow & { depth: number }
  plan: readonly PlanRow[]
  /** What students see of it now. */
  shown: Shown
  timeZone: string
  /** Which of the rows that are shown it is. */
  index: number
  measure: ((element: Element | null) => void) | undefined
  isTabStop: boolean
  isRenaming: boolean
  /** What the drop line under this row says; null when nothing would land here. */
  drop: string | null
  onFocus: () => void
  onKey: (event: React.KeyboardEvent) => void
  onOpen: () => void
  onRename: () => void
  /** The new title, or null when it was given up. */
  onRenamed: (title: string | null) => void
  onDelete: () => void
  onAdd: () => void
  onStep: (direction: 'up' | 'down') => void
  onSettings: () => void
  onTurn: () => void
  onPublish: () => void
  onTemplate: () => void
  onExport: () => void
}

/** A line of the plan: unit, lesson or item. */
export function PlanRowView(props: Props) {
  const { row, plan, shown, timeZone, index, measure, isTabStop, isRenaming, drop, onFocus, onKey, onOpen, onRenamed } =
    props
  const { ref, isOver } = useDropPlace(row, measure)
  const siblings = childrenOf(plan, row.parentId)
  const drag = useDraggable({ id: row.id })
  const minutes = minutesOf(plan, row)
  const dateTime = (iso: string): string => shortDateTime(iso, timeZone)
  // What is not published opens one day all the same.
  const forStudents =
    shownBriefly(shown, row, plan, dateTime) ||
    (row.opensAt && !isInSight(shown) ? `from ${dateTime(row.opensAt)}` : '')
  const style = drag.transform
    ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)`, zIndex: 4, position: 'relative' as const }
    : undefined
  return (
    <li
      ref={ref}
      data-index={index}
      role="treeitem"
      aria-level={row.depth + 1}
      aria-setsize={siblings.length}
      aria-posinset={siblings.findIndex(({ id }) => id === row.id) + 1}
      aria-label={spokenRow(row, timeZone, minutes, forStudents)}
      tabIndex={isTabStop ? 0 : -1}
      data-id={row.id}
      className={`plan-row is-${row.kind} depth-${row.depth} ${drag.isDragging ? 'is-dragged' : ''} ${isOver && drop ? 'is-over' : ''}`}
      onFocus={onFocus}
      onKeyDown={onKey}
      onDoubleClick={props.onRename}
      onContextMenu={openMenu}
      style={style}
    >
      <span className="grip" {...drag.listeners} ref={drag.setNodeRef} aria-hidden>
        <GripVertical size={14} />
      </span>
      {/* The spaces part the words for whoever hears them; cells have none between them. */}
      <span className="row-words">
        <KindIcon kind={row.kind} />
        {isRenaming ? <TitleField title={row.title} onDone={onRenamed} /> : <RowTitle {...{ row, onOpen }} />}{' '}
        <RowNotes {...{ row, timeZone }} />
      </span>{' '}
      <StateCell {...{ row }} /> <span className="row-minutes">{minutes > 0 ? `${minutes} min` : ''}</span>{' '}
      <ShownCell {...{ forStudents, shown, row, plan, dateTime }} /> <FindingsCell {...{ row }} />
      <RowMenu {...props} />
      {drop && <span className="drop-line">{drop}</span>}
    </li>
  )
}

function StateCell({ row }: { row: PlanRow & { depth: number } }) {
  return (
    <span className="row-state">
      {row.state && (
        <>
          <Stone state={row.state} isNamed={false} /> {stateWords(row.state)}
        </>
      )}
    </span>
  )
}

/** Something that is moved can be let fall on it. */
function useDropPlace(row: Props['row'], measure: Props['measure']) {
  const { setNodeRef, isOver } = useDroppable({ id: row.id })
  const ref = useCallback(
    (element: HTMLLIElement | null) => {
      setNodeRef(element)
      measure?.(element)
    },
    [setNodeRef, measure],
  )
  return { ref, isOver }
}

interface ShownCellProps {
  forStudents: string
  shown: Props['shown']
  row: Props['row']
  plan: Props['plan']
  dateTime: (iso: string) => string
}

/** How it stands for students. */
function ShownCell({ forStudents, shown, row, plan, dateTime }: ShownCellProps) {
  return (
    <span className="row-opens">
      {forStudents && (
        <span className="row-shown" title={shownReason(shown, row, plan, dateTime)}>
          <ShownIcon shown={shown} /> {forStudents}
        </span>
      )}
    </span>
  )
}

/** The title; of what has text, the way into it. */
function RowTitle({ row, onOpen }: Pick<Props, 'row' | 'onOpen'>) {
  const { courseId } = useParams()
  const { isPointedAt, watch } = usePointedAt()
  const words = useTitleWords()
  if (row.documentId === null || !isOpened(row.kind))
    return (
      <span className="row-title" {...words}>
        {titleOrKind(row)}
      </span>
    )
  return (
    <>
      <button type="button" tabIndex={-1} className="row-title" {...words} onClick={onOpen} {...watch}>
        {titleOrKind(row)}
      </button>
      {isPointedAt && <PrefetchPageLinks page={`/courses/${courseId}/items/${row.id}`} />}
    </>
  )
}

/** What is pointed at for so long is probably meant, not passed over; in milliseconds. */
const MEANT = 100

/** Whether something is pointed at: then it is fetched while the finger comes down. */
function usePointedAt() {
  const [isPointedAt, setPointedAt] = useState(false)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  const onPointerEnter = (): void => void (timer.current = setTimeout(() => setPointedAt(true), MEANT))
  const onPointerLeave = (): void => {
    clearTimeout(timer.current)
    setPointedAt(false)
  }
  return { isPointedAt, watch: { onPointerEnter, onPointerLeave } }
}

const lastWords = ({ lastPerson, lastAt }: PlanRow, timeZone: string): string =>
  lastPerson && lastAt ? `${lastPerson.split(' ')[0]}, ${shortDateTime(lastAt, timeZone)}` : ''

const findingWords = ({ findings }: PlanRow): string =>
  findings === 0 ? '' : `${findings} ${findings === 1 ? 'finding' : 'findings'} of the proof`

/** All that a row shows, in its order, for whoever hears it. */
function spokenRow(row: PlanRow, timeZone: string, minutes: number, forStudents: string): string {
  const kind = row.kind === 'page' || !row.state ? '' : `${kindOfEntry(row.kind).label}: `
  return [
    `${kind}${titleOrKind(row)}`,
    row.kind === 'bookPart' ? 'part' : '',
    lastWords(row, timeZone),
    row.state ? stateWords(row.state) : '',
    minutes > 0 ? `${minutes} min` : '',
    forStudents,
    findingWords(row),
  ]
    .filter((words) => words !== '')
    .join(', ')
}

/** Who changed it last and when. */
function RowNotes({ row, timeZone }: Pick<Props, 'row' | 'timeZone'>) {
  return (
    <>
      {row.kind === 'bookPart' && <span className="soft small">part</span>}{' '}
      {row.lastPerson && row.lastAt && <span className="soft small row-last">{lastWords(row, timeZone)}</span>}
    </>
  )
}

/** How much the proof finds in it; shown before how it stands, told last. */
function FindingsCell({ row }: { row: PlanRow }) {
  return (
    <span className="row-findings">{row.findings > 0 && <span title={findingWords(row)}>{row.findings}</span>}</span>
  )
}

/** How it stands for students, where it is not simply there. */
function ShownIcon({ shown }: Pick<Props, 'shown'>) {
  const Icon = shown.type === 'inside' ? EyeOff : shown.type === 'closed' ? Lock : CalendarClock
  return <Icon size={13} strokeWidth={1.75} aria-hidden />
}

/** What can be turned into something else: by its headings, or by what stands in it. */
const TURNED: readonly EntryKind[] = [
  'page',
  'discussion',
  'assignment',
  'exercise',
  'chapter',
  'book',
  'lesson',
  'unit',
]

/** What can be done with a line, most likely first. */
function menuOf(props: Props) {
  const { row, onRename, onDelete, onAdd, onStep, onOpen, onSettings, onTurn, onPublish, onTemplate, onExport } = props
  const { label, holds } = kindOfEntry(row.kind)
  return [
    ...(row.documentId === null
      ? []
      : [
          {
            key: 'open',
            label: isOpened(row.kind) || row.kind === 'note' ? 'Open (Enter)' : 'Open its introduction',
            onClick: onOpen,
          },
        ]),
    ...(holds.length > 0
      ? [
          {
            key: 'add',
            label:
              row.kind === 'book' || row.kind === 'bookPart'
                ? 'Add a chapter in it'
                : `Add to this ${label.toLowerCase()}`,
            onClick: onAdd,
          },
        ]
      : []),
    ...(TURNED.includes(row.kind) ? [{ key: 'turn', label: 'Turn into…', onClick: onTurn }] : []),
    ...(TEMPLATE_KINDS.some((kind) => kind === row.kind)
      ? [{ key: 'template', label: 'Save as a template…', onClick: onTemplate }]
      : []),
    ...(holds.length > 0
      ? [{ key: 'publish', label: `Publish this ${label.toLowerCase()}…`, onClick: onPublish }]
      : []),
    ...(EXPORTABLE.includes(row.kind) ? [{ key: 'out', label: 'Export…', onClick: onExport }] : []),
    { key: 'settings', label: 'Dates and settings (Alt+Enter)', onClick: onSettings },
    { key: 'rename', label: 'Rename (F2)', onClick: onRename },
    { key: 'up', label: 'Move up (Alt+↑)', onClick: () => onStep('up') },
    { key: 'down', label: 'Move down (Alt+↓)', onClick: () => onStep('down') },
    { key: 'delete', label: 'Delete (Del)', danger: true, onClick: onDelete },
  ]
}

const rowOf = (id: string): HTMLElement | null => document.querySelector<HTMLElement>(`.plan-list [data-id="${id}"]`)

/** The other button of the mouse, and the key for it, show what can be done; in a field they are the browser's. */
function openMenu(event: React.MouseEvent<HTMLElement>): void {
  if ((event.target as HTMLElement).matches('input')) return
  event.preventDefault()
  const button = event.currentTarget.querySelector<HTMLElement>('.row-menu')
  if (!button?.classList.contains('ant-dropdown-open')) button?.click()
}

function RowMenu(props: Props) {
  return (
    <Menu menu={{ items: menuOf(props) }} placement="bottomRight" backTo={() => rowOf(props.row.id)}>
      <button
        type="button"
        tabIndex={-1}
        className="plain-button row-menu"
        aria-label={`What can be done with ${titleOrKind(props.row)}`}
      >
        <Ellipsis size={16} aria-hidden />
      </button>
    </Menu>
  )
}

function TitleField({ title, onDone }: { title: string; onDone: (title: string | null) => void }) {
  const [typed, setTyped] = useState(title)
  const field = useRef<HTMLInputElement>(null)
  const isDone = useRef(false)
  useEffect(() => field.current?.select(), [])
  const finish = (result: string | null): void => {
    if (isDone.current) return
    isDone.current = true
    onDone(result?.trim() ? result.trim() : null)
  }
  return (
    <input
      ref={field}
      className="row-field"
      aria-label="Title"
      maxLength={PLAN_TITLE_LENGTH}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Enter') finish(typed)
        else if (event.key === 'Escape') finish(null)
      }}
      onBlur={() => finish(typed)}
    />
  )
}
