import { ChevronDown, ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { NavLink, useParams } from 'react-router'
import { readingMinutes } from '../../core/document/statistics.ts'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import { branch, childrenOf } from '../../core/plan/tree.ts'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import { KindIcon, titleOrKind } from './entry-kinds.tsx'
import { Stone } from './stone.tsx'
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

/** The course as a tree, at the left of the sheet. */
export function PlanTree({ courseId, plan, freshTitles, freshStates }: Props) {
  const [filter, setFilter] = useState('')
  const wanted = filter.trim().toLowerCase()
  const matches = (entry: PlanRow): boolean =>
    entry.title.toLowerCase().includes(wanted) || childrenOf(plan, entry.id).some(matches)
  return (
    <nav className="plan-tree" aria-label="Plan of the course">
      <input
        type="search"
        className="plan-filter"
        placeholder="Filter the plan"
        aria-label="Filter the plan"
        value={filter}
        onChange={(event) => setFilter(event.target.value)}
      />
      {childrenOf(plan, null)
        .filter(matches)
        .map((unit) => (
          <section key={unit.id} aria-label={unit.title}>
            <h2>
              <span dir="auto">{unit.title}</span> <span>{minutesOf(plan, unit)} min</span>
            </h2>
            <ul>
              {childrenOf(plan, unit.id)
                .filter(matches)
                .map((entry) => (
                  <Branch
                    key={entry.id}
                    {...{ courseId, plan, freshTitles, freshStates, entry, matches }}
                    isOpenAnyway={wanted !== ''}
                    depth={0}
                  />
                ))}
            </ul>
          </section>
        ))}
      {plan.length === 0 && <p className="soft small">The plan is empty.</p>}
    </nav>
  )
}

/** In a plan of more entries lessons are folded, but for the one that is being worked on. */
const MOST_OPEN = 300

interface BranchProps extends Props {
  entry: PlanRow
  matches: (entry: PlanRow) => boolean
  isOpenAnyway: boolean
  depth: number
}

/** An item, or a lesson, book or part with what it holds. */
function Branch(props: BranchProps) {
  const { plan, entry, matches, isOpenAnyway, depth } = props
  const { itemId } = useParams()
  const [isOpen, setOpen] = useState(
    () => entry.kind !== 'book' && (plan.length <= MOST_OPEN || branch(plan, entry.id).some(({ id }) => id === itemId)),
  )
  if (kindOfEntry(entry.kind).holds.length === 0)
    return (
      <li>
        <Item {...props} />
      </li>
    )
  const open = isOpen || isOpenAnyway
  const name = titleOrKind(entry)
  return (
    <li>
      {entry.kind === 'book' ? (
        <div className="tree-book">
          <Item {...props} />
          <button
            type="button"
            className="plain-button"
            aria-expanded={open}
            aria-label={`Chapters of ${name}`}
            onClick={() => setOpen(!isOpen)}
          >
            {open ? <ChevronDown size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />}
          </button>
        </div>
      ) : (
        <LessonButton {...{ depth, open, setOpen, isOpen, name, plan, entry }} />
      )}
      {open && (
        <ul>
          {childrenOf(plan, entry.id)
            .filter(matches)
            .map((child) => (
              <Branch key={child.id} {...props} entry={child} depth={depth + 1} />
            ))}
        </ul>
      )}
    </li>
  )
}

interface LessonButtonProps {
  depth: number
  open: boolean
  setOpen: (value: boolean) => void
  isOpen: boolean
  name: string
  plan: readonly PlanRow[]
  entry: PlanRow
}

/** Folds a lesson; its name, and the minutes that it takes to read. */
function LessonButton({ depth, open, setOpen, isOpen, name, plan, entry }: LessonButtonProps) {
  return (
    <button
      type="button"
      className="tree-lesson"
      style={indent(depth)}
      aria-expanded={open}
      onClick={() => setOpen(!isOpen)}
    >
      {open ? <ChevronDown size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />}
      <span dir="auto">{name}</span>
      <span className="soft">{minutesOf(plan, entry) || ''}</span>
    </button>
  )
}

const indent = (depth: number): { paddingInlineStart: number } => ({ paddingInlineStart: 7 + depth * 20 })

function Item({ courseId, freshTitles, freshStates, entry, depth }: BranchProps) {
  const state = freshStates[entry.id] ?? entry.state
  return (
    <NavLink to={`/courses/${courseId}/items/${entry.id}`} className="tree-item" style={indent(depth)}>
      <KindIcon kind={entry.kind} size={15} />
      <span dir="auto">{titleOrKind({ kind: entry.kind, title: freshTitles[entry.id] ?? entry.title })}</span>
      {state && <Stone state={state} />}
    </NavLink>
  )
}
