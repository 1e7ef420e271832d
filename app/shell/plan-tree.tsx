import { ChevronDown, ChevronRight, FileText } from 'lucide-react'
import { useState } from 'react'
import { NavLink } from 'react-router'
import { readingMinutes } from '../../core/document/statistics.ts'
import { childrenOf } from '../../core/plan/tree.ts'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import { Stone } from './stone.tsx'
import './plan-tree.css'

/** Minutes of reading in an entry and all under it. */
export function minutesOf(plan: readonly PlanRow[], entry: PlanRow): number {
  if (entry.kind === 'page') return readingMinutes(entry.words)
  return childrenOf(plan, entry.id).reduce((sum, child) => sum + minutesOf(plan, child), 0)
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
  const matches = (entry: PlanRow): boolean => entry.title.toLowerCase().includes(wanted) || childrenOf(plan, entry.id).some(matches)
  return (
    <nav className="plan-tree" aria-label="Plan of the course">
      <input type="search" className="plan-filter" placeholder="Filter the plan" aria-label="Filter the plan" value={filter} onChange={(event) => setFilter(event.target.value)} />
      {childrenOf(plan, null).filter(matches).map((unit) => (
        <section key={unit.id} aria-label={unit.title}>
          <h2>
            <span dir="auto">{unit.title}</span> <span>{minutesOf(plan, unit)} min</span>
          </h2>
          <ul>{childrenOf(plan, unit.id).filter(matches).map((entry) => (entry.kind === 'lesson' ? <Lesson key={entry.id} {...{ courseId, plan, freshTitles, freshStates, entry, matches }} isOpenAnyway={wanted !== ''} /> : <Item key={entry.id} {...{ courseId, freshTitles, freshStates, entry }} />))}</ul>
        </section>
      ))}
      {plan.length === 0 && <p className="soft small">The plan is empty.</p>}
    </nav>
  )
}

function Lesson({ courseId, plan, freshTitles, freshStates, entry, matches, isOpenAnyway }: Props & { entry: PlanRow; matches(entry: PlanRow): boolean; isOpenAnyway: boolean }) {
  const [isOpen, setOpen] = useState(true)
  const open = isOpen || isOpenAnyway
  return (
    <li>
      <button type="button" className="tree-lesson" aria-expanded={open} onClick={() => setOpen(!isOpen)}>
        {open ? <ChevronDown size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />}
        <span dir="auto">{entry.title}</span>
        <span className="soft">{minutesOf(plan, entry) || ''}</span>
      </button>
      {open && <ul>{childrenOf(plan, entry.id).filter(matches).map((item) => <Item key={item.id} {...{ courseId, freshTitles, freshStates }} entry={item} isNested />)}</ul>}
    </li>
  )
}

function Item({ courseId, freshTitles, freshStates, entry, isNested = false }: Pick<Props, 'courseId' | 'freshTitles' | 'freshStates'> & { entry: PlanRow; isNested?: boolean }) {
  const state = freshStates[entry.id] ?? entry.state
  return (
    <li>
      <NavLink to={`/courses/${courseId}/items/${entry.id}`} className={isNested ? 'tree-item is-nested' : 'tree-item'}>
        <FileText size={15} strokeWidth={1.75} aria-hidden />
        <span dir="auto">{(freshTitles[entry.id] ?? entry.title) || 'Untitled page'}</span>
        {state && <Stone state={state} />}
      </NavLink>
    </li>
  )
}
