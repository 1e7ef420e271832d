import type { OutlineLine } from './outline.ts'
import { childrenOf, branch, move, type NewEntry, type Place, type PlanEntry, plant } from './tree.ts'

/** An outline line whose entry has its id already: sent twice, it is added once. */
export type NamedLine = OutlineLine & { readonly id: string }

/** A change of a plan that can be shown before the server has made it. */
export type PlanChange =
  | { readonly intent: 'add'; readonly afterId: string | null; readonly lines: readonly NamedLine[] }
  | ({ readonly intent: 'move'; readonly ids: readonly string[] } & Place)
  | { readonly intent: 'rename'; readonly id: string; readonly title: string }
  | { readonly intent: 'delete'; readonly ids: readonly string[] }

/**
 * The plan as it will be once the server has made these changes, in order. A change that is made already, or can't be
 * made, changes nothing. `made` completes an entry that is not there yet.
 */
export function foresee<E extends PlanEntry & { readonly title: string }>(
  plan: readonly E[],
  changes: readonly PlanChange[],
  made: (entry: NewEntry) => E,
): readonly E[] {
  return changes.reduce((now, change) => foreseeOne(now, change, made), plan)
}

function foreseeOne<E extends PlanEntry & { readonly title: string }>(
  plan: readonly E[],
  change: PlanChange,
  made: (entry: NewEntry) => E,
): readonly E[] {
  switch (change.intent) {
    case 'add': {
      const there = new Set(plan.map(({ id }) => id))
      const lines = change.lines.filter(({ id }) => !there.has(id))
      if (lines.length === 0) return plan
      const { entries, orders } = plantNamed(plan, change.afterId, lines)
      return [...orders].reduce<readonly E[]>(
        (now, [parentId, order]) => reordered(now, parentId, order),
        [...plan, ...entries.map(made)],
      )
    }
    case 'move': {
      const moved = move(plan, change.ids, change)
      return moved.ok ? reordered(plan, moved.parentId, moved.order) : plan
    }
    case 'rename':
      return plan.map((entry) => (entry.id === change.id ? { ...entry, title: change.title } : entry))
    case 'delete': {
      const gone = new Set(change.ids.flatMap((id) => branch(plan, id).map((entry) => entry.id)))
      return plan.filter(({ id }) => !gone.has(id))
    }
  }
}

/** Plants lines that bring the ids of their entries; an aim makes none. */
export function plantNamed(
  plan: readonly PlanEntry[],
  afterId: string | null,
  lines: readonly NamedLine[],
): ReturnType<typeof plant> {
  const ids = lines.filter(({ kind }) => kind !== 'aim').map(({ id }) => id)
  return plant(plan, afterId, lines, () => ids.shift()!)
}

/** The plan with these children of a parent in this order, wherever they stood before. */
function reordered<E extends PlanEntry>(
  plan: readonly E[],
  parentId: string | null,
  order: readonly string[],
): readonly E[] {
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  const moved = new Set(order)
  const others = childrenOf(plan, parentId).filter(({ id }) => !moved.has(id))
  const children = [...order.flatMap((id) => byId.get(id) ?? []), ...others].map((entry) =>
    entry.parentId === parentId ? entry : { ...entry, parentId },
  )
  const ids = new Set(children.map(({ id }) => id))
  return [...plan.filter(({ id }) => !ids.has(id)), ...children]
}

/**
 * Where a new line goes when nothing says after which it should: at the end of the plan, beside what the last book
 * stands beside and not in it.
 */
export function placeAtEnd(plan: readonly (PlanEntry & { readonly depth: number })[]): {
  afterId: string | null
  depth: number
} {
  const last = plan.at(-1)
  if (!last) return { afterId: null, depth: 0 }
  const book =
    last.kind === 'chapter' || last.kind === 'bookPart' ? plan.findLast(({ kind }) => kind === 'book') : undefined
  return {
    afterId: last.id,
    depth:
      (book ?? last).kind === 'unit' ? 1 : (book ?? last).kind === 'lesson' ? last.depth + 1 : (book ?? last).depth,
  }
}
