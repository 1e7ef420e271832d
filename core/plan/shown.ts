import { type EntryKind, kindOfEntry } from './kinds.ts'
import { type ScheduledEntry, standings } from './progress.ts'
import { reached } from './reached.ts'
import type { EntrySettings } from './settings.ts'
import { pathTo } from './tree.ts'

/** An entry of a plan with what decides whether students see it. */
export interface EntryToShow extends Omit<ScheduledEntry, 'inSequence'> {
  readonly title: string
  /** The number of its newest edition, for a unit or lesson of its introduction; null when there is none. */
  readonly edition: number | null
  readonly settings: EntrySettings
}

/**
 * What students see of an entry at a moment, and what keeps them from it. `ofId` is the entry that the reason is about.
 */
export type Shown =
  | { readonly type: 'now' }
  /** It has no edition. */
  | { readonly type: 'draft' }
  /** A unit, lesson or part in which nothing is published. */
  | { readonly type: 'empty' }
  /** It is published, but not what it stands in. */
  | { readonly type: 'inside'; readonly ofId: string }
  | { readonly type: 'later'; readonly opensAt: string; readonly ofId: string }
  /** Each student opens it when they have done `ofId`. */
  | { readonly type: 'sequence'; readonly ofId: string }
  /** It is read, but nobody writes in it any more; null when it was locked by hand. */
  | { readonly type: 'closed'; readonly closesAt: string | null }

/** What students see of every entry of a plan at a moment, by the rules by which the reading room shows it. */
export function shownToStudents(plan: readonly EntryToShow[], now: Date): Map<string, Shown> {
  const there = reached(plan.filter(({ kind, edition }) => edition !== null || !kindOfEntry(kind).isWritten))
  const ids = new Set(there.map(({ id }) => id))
  const stands = standings(
    there.map((entry) => ({ ...entry, inSequence: entry.settings.inSequence })),
    new Set(),
    now,
  )
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  const shownOf = (entry: EntryToShow): Shown => {
    if (!ids.has(entry.id)) {
      if (!kindOfEntry(entry.kind).isWritten) return { type: 'empty' }
      if (entry.edition === null) return { type: 'draft' }
      return { type: 'inside', ofId: pathTo(plan, entry.id).find(({ id }) => !ids.has(id))?.id ?? entry.id }
    }
    const locked = stands.get(entry.id)?.locked
    if (locked?.type === 'sequence') return { type: 'sequence', ofId: locked.afterId }
    if (locked?.type === 'date')
      return {
        type: 'later',
        opensAt: locked.opensAt,
        ofId: holderOf(byId, entry, ({ opensAt }) => opensAt === locked.opensAt),
      }
    const { isLocked, closesAt } = entry.settings
    if (entry.kind === 'discussion' && (isLocked || (closesAt !== null && new Date(closesAt) <= now)))
      return { type: 'closed', closesAt: isLocked ? null : closesAt }
    return { type: 'now' }
  }
  return new Map(plan.map((entry) => [entry.id, shownOf(entry)]))
}

/** The nearest of an entry and what it stands in that something is true of; the entry itself when there is none. */
function holderOf(
  byId: ReadonlyMap<string, EntryToShow>,
  entry: EntryToShow,
  isTrue: (entry: EntryToShow) => boolean,
): string {
  for (let at: EntryToShow | undefined = entry; at; at = at.parentId === null ? undefined : byId.get(at.parentId))
    if (isTrue(at)) return at.id
  return entry.id
}

/** Whether a student can open it at that moment, one who has done nothing yet. */
export function isInSight(shown: Shown): boolean {
  return shown.type === 'now' || shown.type === 'closed'
}

const named = (plan: readonly { id: string; kind: EntryKind; title: string }[], id: string): string => {
  const entry = plan.find((each) => each.id === id)
  const kind = kindOfEntry(entry?.kind ?? 'page').label.toLowerCase()
  return entry?.title ? `the ${kind} “${entry.title}”` : `the ${kind} it stands in`
}

/**
 * Whether students come upon it at all, be it with the day on which it opens: else there is nothing that they could be
 * told of.
 */
export function isThere({ type }: Shown): boolean {
  return type !== 'inside' && type !== 'empty' && type !== 'draft'
}

/**
 * Why students don't see an entry as it stands, as a sentence; empty when there is no reason. `moment` writes a date in
 * the time of the course.
 */
export function shownReason(
  shown: Shown,
  entry: EntryToShow,
  plan: readonly EntryToShow[],
  moment: (iso: string) => string,
): string {
  switch (shown.type) {
    case 'now':
      return ''
    case 'draft':
      return 'It is not published.'
    case 'empty':
      return 'Nothing in it is published.'
    case 'inside': {
      const name = named(plan, shown.ofId)
      return `${name[0]!.toUpperCase()}${name.slice(1)} is not published.`
    }
    case 'later':
      return shown.ofId === entry.id
        ? `It opens ${moment(shown.opensAt)}.`
        : `It opens with ${named(plan, shown.ofId)}, ${moment(shown.opensAt)}.`
    case 'sequence':
      return `It opens for each student once ${named(plan, shown.ofId)} is done.`
    case 'closed':
      return shown.closesAt === null
        ? 'It is locked: nobody writes in it.'
        : `It closed ${moment(shown.closesAt)}: nobody writes in it any more.`
  }
}

/** The same in a few words, for a line of the plan; empty where its state says it all. */
export function shownBriefly(
  shown: Shown,
  entry: EntryToShow,
  plan: readonly EntryToShow[],
  moment: (iso: string) => string,
): string {
  switch (shown.type) {
    case 'now':
    case 'draft':
    case 'empty':
      return ''
    case 'inside':
      return `${kindOfEntry(plan.find(({ id }) => id === shown.ofId)?.kind ?? 'book').label.toLowerCase()} not published`
    case 'later':
      return `from ${moment(shown.opensAt)}`
    case 'sequence':
      return 'after the one before'
    case 'closed':
      return shown.closesAt === null ? 'locked' : `closed ${moment(shown.closesAt)}`
  }
}

/** The plan once these have their next edition. */
export function withPublished<E extends EntryToShow>(plan: readonly E[], ids: ReadonlySet<string>): E[] {
  return plan.map((entry) => (ids.has(entry.id) ? { ...entry, edition: (entry.edition ?? 0) + 1 } : entry))
}
