import { kindOfEntry } from '../../core/plan/kinds.ts'
import type { Course } from '../../server/courses/queries.server.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { DeskTabs } from '../shell/desk-tabs.tsx'
import { EntryDesk } from './entry-desk.tsx'
import { PlanSummary } from './plan-summary.tsx'

interface Props {
  plan: readonly PlanRow[]
  course: Course
  /** The entry that is looked at. */
  entry: PlanRow | null
  desk: 'course' | 'entry'
  onDesk(desk: 'course' | 'entry'): void
  onOpen(id: string): void
}

/** Beside the plan: how the course stands, or what is set about one entry. */
export function PlanDesk({ plan, course, entry, desk, onDesk, onOpen }: Props) {
  const shown = desk === 'entry' && entry ? 'entry' : 'course'
  const tabs = [{ id: 'course' as const, name: 'Course' }, ...(entry ? [{ id: 'entry' as const, name: kindOfEntry(entry.kind).label }] : [])]
  return (
    <aside className="desk plan-desk" aria-label="Beside the plan">
      <DeskTabs name="Beside the plan" tabs={tabs} chosen={shown} onChoose={onDesk}>
        {shown === 'entry' && entry ? <EntryDesk key={entry.id} entry={entry} courseId={course.id} timeZone={course.timeZone} onIntroduced={() => onOpen(entry.id)} /> : <PlanSummary plan={plan} />}
      </DeskTabs>
    </aside>
  )
}
