import {
  type EntryToShow,
  isInSight,
  type Shown,
  shownReason,
  shownToStudents,
  withPublished,
} from '../../core/plan/shown.ts'
import { now } from './clock.ts'
import { shortDateTime } from './date-times.ts'

/** What students see of an entry of a plan, and what keeps them from it in a sentence (empty when nothing does). */
export interface ForStudents {
  readonly shown: Shown
  readonly reason: string
}

/** Looks at a plan once, for whatever entries are asked about then. */
function look(plan: readonly EntryToShow[], timeZone: string): (id: string) => ForStudents {
  const all = shownToStudents(plan, now())
  return (id) => {
    const entry = plan.find((each) => each.id === id)
    const shown: Shown = all.get(id) ?? { type: 'draft' }
    return { shown, reason: entry ? shownReason(shown, entry, plan, (iso) => shortDateTime(iso, timeZone)) : '' }
  }
}

/** What students read of a page now, at the foot of its sheet. */
export function readNowWords(
  plan: readonly EntryToShow[],
  id: string,
  newest: { readonly number: number; readonly at: string } | undefined,
  timeZone: string,
): string {
  if (!newest) return 'Students can’t read this yet'
  const { shown, reason } = look(
    plan.map((entry) => (entry.id === id ? { ...entry, edition: newest.number } : entry)),
    timeZone,
  )(id)
  const edition = `edition ${newest.number}, of ${shortDateTime(newest.at, timeZone)}`
  if (!reason) return `Students read ${edition}`
  return isInSight(shown) || shown.type === 'sequence'
    ? `Students read ${edition}. ${reason}`
    : `Students can’t read ${edition}, yet. ${reason}`
}

/** How entries would stand for students if all of these were published now. */
export function oncePublished(
  plan: readonly EntryToShow[],
  published: ReadonlySet<string>,
  timeZone: string,
): (id: string) => ForStudents {
  return look(withPublished(plan, published), timeZone)
}
