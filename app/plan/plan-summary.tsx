import { EyeOff } from 'lucide-react'
import { WORDS_A_MINUTE } from '../../core/document/statistics.ts'
import type { Shown } from '../../core/plan/shown.ts'
import { inOrder } from '../../core/plan/tree.ts'
import type { ItemState, PlanRow } from '../../server/plan/queries.server.ts'
import { minutesOf } from '../shell/plan-tree.tsx'
import { Stone } from '../shell/stone.tsx'

const STATES: readonly (readonly [state: ItemState, one: string, many: string])[] = [
  ['edited', 'item edited since published', 'items edited since published'],
  ['draft', 'draft students can’t see', 'drafts students can’t see'],
  ['published', 'item as published', 'items as published'],
]

/** Published, and students don't see it all the same. */
const OUT_OF_SIGHT: readonly (readonly [type: Shown['type'], one: string, many: string])[] = [
  ['inside', 'published in a book that is not', 'published in a book that is not'],
  ['later', 'published that opens later', 'published that open later'],
]

/** How the course stands, and how long its lessons take to read. */
export function PlanSummary({ plan, shownOf }: { plan: readonly PlanRow[]; shownOf: ReadonlyMap<string, Shown> }) {
  const lessons = inOrder(plan)
    .filter(({ kind }) => kind === 'lesson')
    .map((lesson) => ({ lesson, minutes: minutesOf(plan, lesson) }))
  const most = Math.max(1, ...lessons.map(({ minutes }) => minutes))
  return (
    <aside className="desk plan-desk" aria-label="How the course stands">
      <States {...{ plan, shownOf }} />
      <section>
        <h2>What students will read</h2>
        <p className="soft small">Minutes by lesson, at {WORDS_A_MINUTE} words a minute</p>
        <ul className="minute-list">
          {lessons.map(({ lesson, minutes }) => (
            <li key={lesson.id}>
              <span className="minute-name">{lesson.title}</span>
              <span className="minute-track" aria-hidden>
                <span className="minute-bar" style={{ inlineSize: `${(minutes / most) * 100}%` }} />
              </span>
              <span>{minutes} min</span>
            </li>
          ))}
        </ul>
      </section>
      <Keys />
    </aside>
  )
}

interface StatesProps {
  plan: readonly PlanRow[]
  shownOf: ReadonlyMap<string, Shown>
}

/** How many of the items are in which state. */
function States({ plan, shownOf }: StatesProps) {
  return (
    <section>
      <h2>Before the next edition</h2>
      <ul className="state-list">
        {STATES.map(([state, one, many]) => {
          const count = plan.filter((row) => row.state === state).length
          return (
            <li key={state}>
              <Stone state={state} isNamed={false} /> {count} {count === 1 ? one : many}
            </li>
          )
        })}
        {OUT_OF_SIGHT.map(([type, one, many]) => {
          const count = plan.filter(({ id, edition }) => edition !== null && shownOf.get(id)?.type === type).length
          return (
            count > 0 && (
              <li key={type}>
                <EyeOff size={14} strokeWidth={1.75} aria-hidden /> {count} {count === 1 ? one : many}
              </li>
            )
          )
        })}
      </ul>
    </section>
  )
}

function Keys() {
  return (
    <section>
      <h2>Keys</h2>
      <dl className="key-list">
        <dt>Enter</dt>
        <dd>open a page; a new line under a unit or lesson</dd>
        <dt>Insert</dt>
        <dd>a new line after this one</dd>
        <dt>F2</dt>
        <dd>rename</dd>
        <dt>Alt+↑ ↓</dt>
        <dd>move</dd>
        <dt>Del</dt>
        <dd>delete; Ctrl+Z restores it</dd>
        <dt>F1</dt>
        <dd>all keys</dd>
      </dl>
    </section>
  )
}
