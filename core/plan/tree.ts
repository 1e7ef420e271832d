import { type EntryKind, entryKinds, ENTRY_KINDS, kindOfEntry, mayHold } from './kinds.ts'
import type { OutlineLine } from './outline.ts'

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

/** Who stands under whom, for plans that were asked about before; one that has grown since is looked through anew. */
const families = new WeakMap<
  readonly PlanEntry[],
  { readonly length: number; readonly byParent: ReadonlyMap<string | null, readonly PlanEntry[]> }
>()

/** What stands directly under an entry, in its order. A plan may grow at its end; its entries do not change. */
export function childrenOf<E extends PlanEntry>(plan: readonly E[], parentId: string | null): readonly E[] {
  let family = families.get(plan)
  if (family?.length !== plan.length) {
    const byParent = new Map<string | null, E[]>()
    for (const entry of plan) {
      const siblings = byParent.get(entry.parentId)
      if (siblings) siblings.push(entry)
      else byParent.set(entry.parentId, [entry])
    }
    family = { length: plan.length, byParent }
    families.set(plan, family)
  }
  return (family.byParent.get(parentId) ?? []) as readonly E[]
}

/** The plan in reading order, each entry with its depth: 0 for units. Siblings keep their order. */
export function inOrder<E extends PlanEntry>(plan: readonly E[]): (E & { depth: number })[] {
  const walk = (parentId: string | null, depth: number): (E & { depth: number })[] =>
    childrenOf(plan, parentId).flatMap((entry) => [{ ...entry, depth }, ...walk(entry.id, depth + 1)])
  return walk(null, 0)
}

/** An entry and all that stands under it. */
export function branch<E extends PlanEntry>(plan: readonly E[], id: string): E[] {
  const under = (parentId: string): readonly E[] =>
    childrenOf(plan, parentId).flatMap((child) => [child, ...under(child.id)])
  return [...plan.filter((entry) => entry.id === id), ...under(id)]
}

export type Moved =
  | { readonly ok: true; readonly parentId: string | null; readonly order: readonly string[] }
  | { readonly ok: false; readonly reason: string }

/**
 * The order of the children of the target once these entries stand there. Entries whose parent moves too go with it.
 * Refused with a sentence when the target can't hold one of them.
 */
export function move(plan: readonly PlanEntry[], ids: readonly string[], place: Place): Moved {
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  const parent = place.parentId === null ? null : byId.get(place.parentId)
  if (parent === undefined) return { ok: false, reason: 'The place to move to is no longer in the plan.' }
  const asked = new Set(ids)
  /** Whether an entry stands, at whatever depth, in one of which this is true. */
  const isIn = (entry: PlanEntry, isTrue: (id: string) => boolean): boolean => {
    for (let at = entry.parentId; at !== null; at = byId.get(at)?.parentId ?? null) if (isTrue(at)) return true
    return false
  }
  const moving = [...asked].flatMap((id) => byId.get(id) ?? []).filter((entry) => !isIn(entry, (id) => asked.has(id)))
  if (moving.length === 0) return { ok: false, reason: 'What was to be moved is no longer in the plan.' }
  for (const entry of moving) {
    if (parent && (parent.id === entry.id || isIn(parent, (id) => id === entry.id)))
      return { ok: false, reason: 'Nothing can be moved into itself.' }
    if (!mayHold(parent?.kind ?? null, entry.kind)) return { ok: false, reason: refusal(entry.kind) }
  }
  const gone = new Set(moving.map((entry) => entry.id))
  const siblings = childrenOf(plan, place.parentId).map((entry) => entry.id)
  const before = siblings
    .slice(place.beforeId === null ? siblings.length : siblings.indexOf(place.beforeId))
    .find((id) => !gone.has(id))
  const rest = siblings.filter((id) => !gone.has(id))
  const at = before === undefined ? rest.length : rest.indexOf(before)
  return {
    ok: true,
    parentId: place.parentId,
    order: [...rest.slice(0, at), ...moving.map((entry) => entry.id), ...rest.slice(at)],
  }
}

/** Why an entry can't stand where it was to go: what could hold it. */
function refusal(kind: EntryKind): string {
  if (kind === 'unit') return 'A unit stands in the course itself, not in another unit or lesson.'
  const holders = ENTRY_KINDS.filter((each) => mayHold(each, kind)).map(
    (each) => `a ${entryKinds[each].label.toLowerCase()}`,
  )
  const { label } = kindOfEntry(kind)
  return `${/^[AEIOU]/.test(label) ? 'An' : 'A'} ${label.toLowerCase()} stands in ${holders.reverse().join(' or in ')}.`
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
    if (mayHold(below.kind, entry.kind))
      return { parentId: below.id, beforeId: childrenOf(plan, below.id)[0]?.id ?? null }
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
  if (mayHold(grand?.kind ?? null, entry.kind))
    return { parentId: parent.parentId, beforeId: direction === 'up' ? parent.id : (aunts[at + 1]?.id ?? null) }
  const next = aunts[direction === 'up' ? at - 1 : at + 1]
  if (!next) return null
  return { parentId: next.id, beforeId: direction === 'up' ? null : (childrenOf(plan, next.id)[0]?.id ?? null) }
}

export interface NewEntry extends PlanEntry {
  readonly title: string
  /** For a web link, where it leads; empty when it is still to be said. */
  readonly address: string
  /** For a lesson or unit, the aims that stood under it. */
  readonly aims: readonly string[]
}

export interface Planted {
  readonly entries: readonly NewEntry[]
  /** The children of each parent that gains some, in their new order. */
  readonly orders: ReadonlyMap<string | null, readonly string[]>
  /** Aims for lessons and units that were there before, by their ids. */
  readonly aims: ReadonlyMap<string, readonly string[]>
  readonly notes: readonly string[]
}

/**
 * Entries for outline lines, put in after `afterId` (null: at the end of the course). A line is what it says it is;
 * else a unit at depth 0, a lesson in a unit, a page in a lesson, a chapter in a book. Where what a line needs above it
 * is missing, it stands as deep as it can.
 */
export function plant(
  plan: readonly PlanEntry[],
  afterId: string | null,
  lines: readonly OutlineLine[],
  freshId: () => string,
): Planted {
  const all: PlanEntry[] = [...plan]
  const orders = new Map<string | null, string[]>()
  const entries: (NewEntry & { aims: string[] })[] = []
  const aims = new Map<string, readonly string[]>()
  let raised = 0
  let lostAims = 0
  let path = pathTo(plan, afterId ?? childrenOf(plan, null).at(-1)?.id ?? null)
  for (const [at, line] of lines.entries()) {
    if (line.kind === 'aim') {
      const holder = path.findLast(({ kind }) => kind === 'lesson' || kind === 'unit')
      const fresh = entries.find(({ id }) => id === holder?.id)
      if (fresh) fresh.aims.push(line.title)
      else if (holder) aims.set(holder.id, [...(aims.get(holder.id) ?? []), line.title])
      else lostAims++
      continue
    }
    const { kind, parent } = placeOf(path, line, (lines[at + 1]?.depth ?? 0) > line.depth)
    if (kind === 'unit' && line.kind !== 'unit' && line.depth > 0) raised++
    const parentId = parent?.id ?? null
    const entry = {
      id: freshId(),
      parentId,
      kind,
      title: line.title,
      address: kind === 'link' ? (line.address ?? '') : '',
      aims: [] as string[],
    }
    const siblings = orders.get(parentId) ?? childrenOf(all, parentId).map((each) => each.id)
    const previous = path.find(({ id }) => siblings.includes(id))
    siblings.splice(previous ? siblings.indexOf(previous.id) + 1 : parentId === null ? siblings.length : 0, 0, entry.id)
    orders.set(parentId, siblings)
    entries.push(entry)
    all.push(entry)
    path = pathTo(all, entry.id)
  }
  const notes = plantNotes(raised, lostAims)
  return { entries, orders, aims, notes }
}

/** What could not be put where the outline had it. */
function plantNotes(raised: number, lostAims: number) {
  return [
    ...(raised > 0
      ? [
          `${raised} ${raised === 1 ? 'line' : 'lines'} had no unit above and became ${raised === 1 ? 'a unit' : 'units'}.`,
        ]
      : []),
    ...(lostAims > 0
      ? [
          `${lostAims} ${lostAims === 1 ? 'aim' : 'aims'} had no lesson or unit above and ${lostAims === 1 ? 'was' : 'were'} left out.`,
        ]
      : []),
  ]
}

/** What a line becomes and what holds it, seen from the path of entries above it. */
function placeOf(
  path: readonly PlanEntry[],
  line: OutlineLine,
  hasMore: boolean,
): { kind: EntryKind; parent: PlanEntry | null } {
  const holders = path.filter(({ kind }, depth) => depth < line.depth && kindOfEntry(kind).holds.length > 0)
  const holder = holders.at(-1) ?? null
  const kind = line.kind && line.kind !== 'aim' ? line.kind : usualKind(holder, line.depth, hasMore)
  if (kind === 'unit') return { kind, parent: null }
  const parent =
    holders.findLast((entry) => mayHold(entry.kind, kind)) ?? path.find((entry) => mayHold(entry.kind, kind))
  if (parent) return { kind, parent }
  // A chapter without a book is a page; an item without a unit can only be one.
  return kind === 'chapter' || kind === 'bookPart'
    ? placeOf(path, { ...line, kind: 'page' }, hasMore)
    : { kind: 'unit', parent: null }
}

function usualKind(holder: PlanEntry | null, depth: number, hasMore: boolean): EntryKind {
  if (holder === null) return 'unit'
  if (holder.kind === 'unit') return depth === 1 ? 'lesson' : 'page'
  if (holder.kind === 'lesson') return 'page'
  return holder.kind === 'book' && hasMore ? 'bookPart' : 'chapter'
}

/** An entry under all that it stands in, outermost first. */
export function pathTo(plan: readonly PlanEntry[], id: string | null): PlanEntry[] {
  const path: PlanEntry[] = []
  for (let at = plan.find((entry) => entry.id === id); at;) {
    path.unshift(at)
    const { parentId } = at
    at = parentId === null ? undefined : plan.find((entry) => entry.id === parentId)
  }
  return path
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

/**
 * What a line of this depth after an entry can become: what it is if it says nothing, and what else could stand there.
 */
export function choicesFor(
  plan: readonly PlanEntry[],
  afterId: string | null,
  depth: number,
): { usual: EntryKind; kinds: readonly EntryKind[]; deepest: number } {
  const path = pathTo(plan, afterId ?? childrenOf(plan, null).at(-1)?.id ?? null)
  const holders = path.filter(({ kind }) => kindOfEntry(kind).holds.length > 0)
  const holder = holders.filter((_entry, at) => at < depth).at(-1) ?? null
  return {
    usual: usualKind(holder, depth, false),
    kinds: holder ? kindOfEntry(holder.kind).holds : ['unit'],
    deepest: holders.length === 0 ? 0 : Math.max(2, holders.length),
  }
}
