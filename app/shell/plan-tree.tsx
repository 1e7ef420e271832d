import { ChevronDown, ChevronRight } from 'lucide-react'
import { type DragEvent, useRef, useState } from 'react'
import type { OpeningState } from './working.tsx'
import { NavLink, useParams } from 'react-router'
import { readingMinutes } from '../../core/document/statistics.ts'
import { hasOverview, kindOfEntry } from '../../core/plan/kinds.ts'
import { childrenOf } from '../../core/plan/tree.ts'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import { useTitleWords } from './title-language.ts'
import { carryEntry } from './carried-entry.ts'
import { KindIcon, titleOrKind } from './entry-kinds.tsx'
import { Stone } from './stone.tsx'
import { type Folds, treeAction, type TreeRow, treeRows } from './tree-rows.ts'
import { typeAhead } from './type-ahead.ts'
import './plan-tree.css'

/** Minutes of reading in an entry and all under it. */
export function minutesOf(plan: readonly PlanRow[], entry: PlanRow): number {
  return childrenOf(plan, entry.id).reduce(
    (sum, child) => sum + minutesOf(plan, child),
    entry.documentId === null ? 0 : readingMinutes(entry.words),
  )
}

interface Props {
  courseId: string
  plan: readonly PlanRow[]
  /** Titles that have changed here since the plan was loaded, by item. */
  freshTitles: Readonly<Record<string, string>>
  /** States that have changed here since, by item. */
  freshStates: Readonly<Record<string, ItemState>>
}

/** The course as a tree, at the left of the sheet: one stop of Tab, then the arrows. */
export function PlanTree(props: Props) {
  const { plan } = props
  const [filter, setFilter] = useState('')
  const { rows, stop, onFocus, onKeyDown, fold, list } = useTree(props, filter)
  return (
    // The edge of the pane stands in the landmark too: one that scrolled itself would cut it off.
    <nav className="plan-nav" aria-label="Plan of the course" data-area="plan">
      <div className="plan-tree">
        <input
          type="search"
          className="plan-filter"
          placeholder="Filter the plan"
          aria-label="Filter the plan"
          value={filter}
          onChange={(event) => setFilter(event.target.value)}
        />
        <ul role="tree" aria-label="Plan" ref={list} onFocus={onFocus} onKeyDown={onKeyDown}>
          {rows.map((row) => (
            <li key={row.entry.id} role="none">
              <Line {...props} row={row} isStop={row.entry.id === stop} onFold={fold} />
            </li>
          ))}
        </ul>
        {plan.length === 0 && <p className="soft small plan-tree-empty">The plan is empty.</p>}
        {plan.length > 0 && rows.length === 0 && (
          <p className="soft small plan-tree-empty" role="status">
            No title holds these words.
          </p>
        )}
      </div>
    </nav>
  )
}

/** What is shown of the tree, where Tab stops in it, and what its keys do. */
function useTree({ plan, freshTitles }: Props, filter: string) {
  const { itemId } = useParams()
  const [folds, setFolds] = useState<Folds>({})
  const [focused, setFocused] = useState<string | null>(null)
  const [letters] = useState(typeAhead)
  const list = useRef<HTMLUListElement>(null)
  const rows = treeRows(plan, folds, filter, itemId)
  const has = (id: string | null | undefined): boolean => rows.some(({ entry }) => entry.id === id)
  const stop = has(focused) ? focused : has(itemId) ? itemId : rows[0]?.entry.id
  const idOf = (target: EventTarget): string | undefined =>
    (target as HTMLElement).closest<HTMLElement>('[data-entry]')?.dataset.entry
  const fold = (id: string, isOpen: boolean): void => setFolds((all) => ({ ...all, [id]: isOpen }))
  const go = (at: number): void =>
    list.current?.querySelector<HTMLElement>(`[data-entry="${rows[at]?.entry.id}"]`)?.focus()
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (event.altKey || event.ctrlKey || event.metaKey) return
    const at = rows.findIndex(({ entry }) => entry.id === idOf(event.target))
    const action = treeAction(event.key, rows, at, getComputedStyle(event.currentTarget).direction === 'rtl')
    const found = action
      ? -1
      : letters.find(
          event,
          rows.map(({ entry }) => freshTitles[entry.id] ?? entry.title),
          at,
        )
    if (!action && found === -1) return
    event.preventDefault()
    if (action && 'fold' in action) fold(action.fold, action.isOpen)
    else go(action ? action.go : found)
  }
  const onFocus = (event: React.FocusEvent): void => setFocused(idOf(event.target) ?? null)
  return { rows, stop, onFocus, onKeyDown, fold, list }
}

interface LineProps extends Props {
  row: TreeRow
  isStop: boolean
  onFold: (id: string, isOpen: boolean) => void
}

/** What a line of the tree is to a screen reader, and whether Tab stops at it. */
const treeItem = ({ entry, depth, place, siblings, isOpen }: TreeRow, isStop: boolean) => ({
  role: 'treeitem',
  'data-entry': entry.id,
  'aria-level': depth + 1,
  'aria-setsize': siblings,
  'aria-posinset': place,
  'aria-expanded': isOpen ?? undefined,
  tabIndex: isStop ? 0 : -1,
  'data-begin': isStop || undefined,
  style: { paddingInlineStart: 7 + Math.max(depth - 1, 0) * 20 },
})

/** A line of the tree: what opens on the sheet is a link, what only holds others folds. */
const Line = (props: LineProps) =>
  props.row.isOpen !== null && props.row.entry.kind !== 'book' ? <HolderLine {...props} /> : <ItemLine {...props} />

/** A unit or a lesson has a page in the reading room: dropped on the sheet, it is a link to that. */
const carried = ({ id, kind, title }: PlanRow) =>
  hasOverview(kind) && title.trim() !== ''
    ? { draggable: true, onDragStart: ({ dataTransfer }: DragEvent) => carryEntry(dataTransfer, { id, title }) }
    : {}

function HolderLine({ plan, row, isStop, onFold }: LineProps) {
  const { entry, isOpen } = row
  const words = useTitleWords()
  const minutes = minutesOf(plan, entry)
  return (
    <button
      type="button"
      {...treeItem(row, isStop)}
      className={entry.kind === 'unit' ? 'tree-unit' : 'tree-lesson'}
      onClick={() => onFold(entry.id, !isOpen)}
      {...carried(entry)}
    >
      <FoldSign isOpen={isOpen === true} />
      <span className="tree-title" {...words}>
        {titleOrKind(entry)}
      </span>
      <span className="soft tree-minutes">{minutes > 0 ? `${minutes} min` : ''}</span>
    </button>
  )
}

function ItemLine({ courseId, freshTitles, freshStates, row, isStop, onFold }: LineProps) {
  const { entry, isOpen } = row
  const words = useTitleWords()
  const state = freshStates[entry.id] ?? entry.state
  const title = titleOrKind({ kind: entry.kind, title: freshTitles[entry.id] ?? entry.title })
  return (
    <NavLink
      to={`/courses/${courseId}/items/${entry.id}`}
      prefetch="intent"
      state={{ opening: title } satisfies OpeningState}
      // Dropped on the sheet, it is a link; by key there is the dialog of links.
      onDragStart={({ dataTransfer }) => carryEntry(dataTransfer, { id: entry.id, title })}
      {...treeItem(row, isStop)}
      className="tree-item"
    >
      <KindIcon kind={entry.kind} size={15} />
      {entry.kind !== 'page' && <span className="visually-hidden">{kindOfEntry(entry.kind).label}: </span>}
      <span className="tree-title" {...words}>
        {title}
      </span>
      {state && <Stone state={state} />}
      {isOpen !== null && (
        // For the mouse; the keys of the tree do the same.
        <span
          className="tree-fold"
          aria-hidden
          onClick={(event) => {
            event.preventDefault()
            onFold(entry.id, !isOpen)
          }}
        >
          <FoldSign isOpen={isOpen} />
        </span>
      )}
    </NavLink>
  )
}

const FoldSign = ({ isOpen }: { isOpen: boolean }) =>
  isOpen ? (
    <ChevronDown size={14} aria-hidden className="tree-sign" />
  ) : (
    <ChevronRight size={14} aria-hidden className="tree-sign is-shut" />
  )
