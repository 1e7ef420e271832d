import type { OutlineLine } from './outline.ts'

export type EntryKind = 'unit' | 'lesson' | 'page'

/** What the shape of a plan is about; everything else an entry has is carried along. */
export interface PlanEntry {
  readonly id: string
  readonly parentId: string | null
  readonly kind: EntryKind
}

/** Before which sibling, under which parent; `beforeId` null is the end. */
export interface Place {
  readonly parentId: string | null
  readonly beforeId: string | null
}

/** Which kinds may stand under a parent of this kind; null is the course itself. */
const MAY_HOLD: Record<EntryKind | 'course', readonly EntryKind[]> = { course: ['unit'], unit: ['lesson', 'page'], lesson: ['page'], page: [] }

export function mayHold(parent: EntryKind | null, child: EntryKind): boolean {
  return MAY_HOLD[parent ?? 'course'].includes(child)
}

export function childrenOf<E extends PlanEntry>(plan: readonly E[], parentId: string | null): E[] {
  return plan.filter((entry) => entry.parentId === parentId)
}

/** The plan in reading order, each entry with its depth: 0 for units. Siblings keep their order. */
export function inOrder<E extends PlanEntry>(plan: readonly E[]): (E & { depth: number })[] {
  const byParent = new Map<string | null, E[]>()
  for (const entry of plan) byParent.set(entry.parentId, [...(byParent.get(entry.parentId) ?? []), entry])
  const walk = (parentId: string | null, depth: number): (E & { depth: number })[] =>
    (byParent.get(parentId) ?? []).flatMap((entry) => [{ ...entry, depth }, ...walk(entry.id, depth + 1)])
  return walk(null, 0)
}

/** An entry and all that stands under it. */
export function branch<E extends PlanEntry>(plan: readonly E[], id: string): E[] {
  const own = plan.filter((entry) => entry.id === id)
  return [...own, ...childrenOf(plan, id).flatMap((child) => branch(plan, child.id))]
}

export type Moved = { readonly ok: true; readonly parentId: string | null; readonly order: readonly string[] } | { readonly ok: false; readonly reason: string }

/**
 * The order of the children of the target once these entries stand there. Entries whose parent moves too go with it.
 * Refused with a sentence when the target can't hold one of them.
 */
export function move(plan: readonly PlanEntry[], ids: readonly string[], place: Place): Moved {
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  const parent = place.parentId === null ? null : byId.get(place.parentId)
  if (parent === undefined) return { ok: false, reason: 'The place to move to is no longer in the plan.' }
  const moving = ids.flatMap((id) => byId.get(id) ?? []).filter((entry) => !ids.some((id) => id !== entry.id && branch(plan, id).includes(entry)))
  if (moving.length === 0) return { ok: false, reason: 'What was to be moved is no longer in the plan.' }
  for (const entry of moving) {
    if (parent && branch(plan, entry.id).includes(parent)) return { ok: false, reason: 'Nothing can be moved into itself.' }
    if (!mayHold(parent?.kind ?? null, entry.kind)) return { ok: false, reason: refusal(entry.kind) }
  }
  const gone = new Set(moving.map((entry) => entry.id))
  const siblings = childrenOf(plan, place.parentId).map((entry) => entry.id)
  const before = siblings.slice(place.beforeId === null ? siblings.length : siblings.indexOf(place.beforeId)).find((id) => !gone.has(id))
  const rest = siblings.filter((id) => !gone.has(id))
  const at = before === undefined ? rest.length : rest.indexOf(before)
  return { ok: true, parentId: place.parentId, order: [...rest.slice(0, at), ...moving.map((entry) => entry.id), ...rest.slice(at)] }
}

function refusal(kind: EntryKind): string {
  if (kind === 'unit') return 'A unit stands in the course itself, not in another unit or lesson.'
  return kind === 'lesson' ? 'A lesson stands in a unit.' : 'A page stands in a lesson or in a unit.'
}

/** Where an entry goes one step up or down: past a sibling, or into the neighbouring parent. Null at the ends. */
export function stepPlace(plan: readonly PlanEntry[], id: string, direction: 'up' | 'down'): Place | null {
  const entry = plan.find((each) => each.id === id)
  if (!entry) return null
  const siblings = childrenOf(plan, entry.parentId)
  const at = siblings.indexOf(entry)
  if (direction === 'up' && at > 0) {
    const above = siblings[at - 1]!
    if (mayHold(above.kind, entry.kind)) return { parentId: above.id, beforeId: null }
    return { parentId: entry.parentId, beforeId: above.id }
  }
  if (direction === 'down' && at < siblings.length - 1) {
    const below = siblings[at + 1]!
    if (mayHold(below.kind, entry.kind)) return { parentId: below.id, beforeId: childrenOf(plan, below.id)[0]?.id ?? null }
    return { parentId: entry.parentId, beforeId: siblings[at + 2]?.id ?? null }
  }
  return leaveParent(plan, entry, direction)
}

function leaveParent(plan: readonly PlanEntry[], entry: PlanEntry, direction: 'up' | 'down'): Place | null {
  const parent = plan.find((each) => each.id === entry.parentId)
  if (!parent) return null
  const grand = plan.find((each) => each.id === parent.parentId) ?? null
  const aunts = childrenOf(plan, parent.parentId)
  const at = aunts.indexOf(parent)
  if (mayHold(grand?.kind ?? null, entry.kind)) return { parentId: parent.parentId, beforeId: direction === 'up' ? parent.id : (aunts[at + 1]?.id ?? null) }
  const next = aunts[direction === 'up' ? at - 1 : at + 1]
  if (!next) return null
  return { parentId: next.id, beforeId: direction === 'up' ? null : (childrenOf(plan, next.id)[0]?.id ?? null) }
}

export interface NewEntry extends PlanEntry {
  readonly title: string
}

export interface Planted {
  readonly entries: readonly NewEntry[]
  /** The children of each parent that gains some, in their new order. */
  readonly orders: ReadonlyMap<string | null, readonly string[]>
  readonly notes: readonly string[]
}

/**
 * Entries for outline lines, put in after `afterId` (null: at the end of the course). Depth 0 is a unit, 1 a lesson,
 * 2 a page. Where what a line needs above it is missing, it stands as deep as it can.
 * `level1` says what a line of depth 1 becomes; without it a lesson.
 */
export function plant(plan: readonly PlanEntry[], afterId: string | null, lines: readonly OutlineLine[], freshId: () => string, level1: 'lesson' | 'page' = 'lesson'): Planted {
  const all: PlanEntry[] = [...plan]
  const orders = new Map<string | null, string[]>()
  const entries: NewEntry[] = []
  let raised = 0
  let context = chain(plan, afterId)
  for (const line of lines) {
    const kind = line.depth === 0 || context.unit === null ? 'unit' : line.depth === 1 ? level1 : 'page'
    if (kind === 'unit' && line.depth > 0) raised++
    const parentId = kind === 'unit' ? null : kind === 'lesson' ? context.unit : line.depth === 1 ? context.unit : (context.lesson ?? context.unit)
    const entry = { id: freshId(), parentId, kind, title: line.title } satisfies NewEntry
    const siblings = orders.get(parentId) ?? childrenOf(all, parentId).map((each) => each.id)
    const previous = [context.page, context.lesson, context.unit].find((id) => id !== null && siblings.includes(id))
    siblings.splice(previous ? siblings.indexOf(previous) + 1 : kind === 'unit' ? siblings.length : 0, 0, entry.id)
    orders.set(parentId, siblings)
    entries.push(entry)
    all.push(entry)
    context = chain(all, entry.id)
  }
  const notes = raised > 0 ? [`${raised} ${raised === 1 ? 'line' : 'lines'} had no unit above and became ${raised === 1 ? 'a unit' : 'units'}.`] : []
  return { entries, orders, notes }
}

/** The unit, lesson and page that an entry is or stands in; the last unit when there is no entry. */
function chain(plan: readonly PlanEntry[], id: string | null): Record<EntryKind, string | null> {
  const found: Record<EntryKind, string | null> = { unit: null, lesson: null, page: null }
  let at = id === null ? childrenOf(plan, null).at(-1) : plan.find((entry) => entry.id === id)
  while (at) {
    found[at.kind] = at.id
    const { parentId } = at
    at = parentId === null ? undefined : plan.find((entry) => entry.id === parentId)
  }
  return found
}

/**
 * Where an entry of this kind goes when it is dropped after another: into it when that can hold it, else behind
 * the nearest branch whose parent can.
 */
export function placeAfter(plan: readonly PlanEntry[], overId: string, kind: EntryKind): Place | null {
  let at = plan.find((entry) => entry.id === overId)
  if (at && mayHold(at.kind, kind)) return { parentId: at.id, beforeId: childrenOf(plan, at.id)[0]?.id ?? null }
  while (at) {
    const { parentId } = at
    const parent = plan.find((entry) => entry.id === parentId)
    if (mayHold(parent?.kind ?? null, kind)) {
      const siblings = childrenOf(plan, parentId)
      return { parentId, beforeId: siblings[siblings.indexOf(at) + 1]?.id ?? null }
    }
    at = parent
  }
  return null
}
