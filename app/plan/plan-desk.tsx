import type { ReactNode } from 'react'
import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { Shown } from '../../core/plan/shown.ts'
import type { Course } from '../../server/courses/queries.server.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { DeskTabs } from '../shell/desk-tabs.tsx'
import { EntryDesk } from './entry-desk.tsx'
import { PlanSummary } from './plan-summary.tsx'

export type PlanDeskTab = 'course' | 'entry' | 'transfers'

interface Props {
  plan: readonly PlanRow[]
  /** What students see of each entry now. */
  shownOf: ReadonlyMap<string, Shown>
  course: Course
  /** The entry that is looked at. */
  entry: PlanRow | null
  desk: PlanDeskTab
  onDesk: (desk: PlanDeskTab) => void
  /** Imports and exports. */
  transfers: ReactNode
  /** How many of those are on their way. */
  moving: number
  onOpen: (id: string) => void
}

/** Beside the plan: how the course stands, what is set about one entry, what goes out and comes in. */
export function PlanDesk({ plan, shownOf, course, entry, desk, onDesk, onOpen, transfers, moving }: Props) {
  const shown = desk === 'entry' && !entry ? 'course' : desk
  const tabs = [
    { id: 'course' as const, name: 'Course' },
    ...(entry ? [{ id: 'entry' as const, name: kindOfEntry(entry.kind).label }] : []),
    { id: 'transfers' as const, name: 'Import and export', count: moving },
  ]
  return (
    <aside className="desk plan-desk" aria-label="Side desk" data-area="desk">
      <DeskTabs name="Side desk" tabs={tabs} chosen={shown} onChoose={onDesk}>
        {shown === 'course' && <PlanSummary {...{ plan, shownOf }} />}
        {shown === 'entry' && entry && (
          <EntryDesk
            key={entry.id}
            entry={entry}
            courseId={course.id}
            timeZone={course.timeZone}
            onIntroduced={() => onOpen(entry.id)}
          />
        )}
        {shown === 'transfers' && transfers}
      </DeskTabs>
    </aside>
  )
}
