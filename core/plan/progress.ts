import { type EntryKind, kindOfEntry } from './kinds.ts'
import { inOrder, type PlanEntry } from './tree.ts'

/** An entry with what decides when students may open it. */
export interface ScheduledEntry extends PlanEntry {
  /** A moment in ISO 8601; null opens at once. */
  readonly opensAt: string | null
  /** Its children are done one after the other. */
  readonly inSequence: boolean
}

/** Why an entry can't be opened yet. */
export type Locked =
  { readonly type: 'date'; readonly opensAt: string } | { readonly type: 'sequence'; readonly afterId: string }

export interface Standing {
  /** Null when it can be opened. */
  readonly locked: Locked | null
  /** For an item, whether it is done; for what holds items, whether all of them are. */
  readonly isDone: boolean
  /** Items that can be done in it, itself included, and how many of them are. */
  readonly count: number
  readonly doneCount: number
}

const canBeDone = (kind: EntryKind): boolean => kindOfEntry(kind).done.length > 0

/**
 * How each entry stands for one student at a moment. An entry is locked until its date and the dates of all it stands
 * in; in a sequence, until the items before it are done. A book is done when all its chapters are; a note is never
 * waited for.
 */
export function standings(
  plan: readonly ScheduledEntry[],
  done: ReadonlySet<string>,
  now: Date,
): Map<string, Standing> {
  const children = new Map<string | null, ScheduledEntry[]>()
  for (const entry of inOrder(plan)) {
    const siblings = children.get(entry.parentId)
    if (siblings) siblings.push(entry)
    else children.set(entry.parentId, [entry])
  }
  const found = new Map<string, Standing>()
  const visit = (entry: ScheduledEntry, lockedAbove: Locked | null): Standing => {
    const locked = latest(
      lockedAbove,
      entry.opensAt !== null && new Date(entry.opensAt) > now ? { type: 'date', opensAt: entry.opensAt } : null,
    )
    let [count, doneCount] = [0, 0]
    let before: string | null = null
    for (const child of children.get(entry.id) ?? []) {
      const standing = visit(
        child,
        locked ?? (entry.inSequence && before !== null ? { type: 'sequence', afterId: before } : null),
      )
      count += standing.count
      doneCount += standing.doneCount
      if (standing.count > standing.doneCount) before ??= child.id
    }
    if (count === 0 && canBeDone(entry.kind)) [count, doneCount] = [1, done.has(entry.id) ? 1 : 0]
    const standing = { locked, isDone: count > 0 && count === doneCount, count, doneCount }
    found.set(entry.id, standing)
    return standing
  }
  for (const top of children.get(null) ?? []) visit(top, null)
  return found
}

/** Of two reasons the one that lasts longer; a date is told before a sequence. */
export function latest(a: Locked | null, b: Locked | null): Locked | null {
  if (a?.type !== 'date' || b?.type !== 'date') return b ?? a
  return new Date(a.opensAt) > new Date(b.opensAt) ? a : b
}
