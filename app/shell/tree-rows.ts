import { kindOfEntry } from '../../core/plan/kinds.ts'
import { branch } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'

/** A line of the tree as it is shown. */
export interface TreeRow {
  readonly entry: PlanRow
  /** 0 for what stands in the course itself. */
  readonly depth: number
  /** Which it is of its siblings that are shown, from 1, and of how many. */
  readonly place: number
  readonly siblings: number
  /** Whether what it holds is shown; null for what holds nothing. */
  readonly isOpen: boolean | null
}

/** In a plan of more entries lessons are folded, but for the one that is being worked on. */
const MOST_OPEN = 300

/** What an author has opened and folded, by entry; the rest stands as it begins. */
export type Folds = Readonly<Record<string, boolean>>

/** Whether an entry begins open: books are folded, and in a large plan all but the way to what is on the sheet. */
function beginsOpen(plan: readonly PlanRow[], entry: PlanRow, currentId: string | undefined): boolean {
  if (entry.kind === 'unit') return true
  const holdsCurrent = (): boolean => branch(plan, entry.id).some(({ id }) => id === currentId)
  return entry.kind === 'book' ? holdsCurrent() : plan.length <= MOST_OPEN || holdsCurrent()
}

/**
 * The lines of the plan that are shown, in order. With words to filter by: what has them in its title, and all that
 * leads there, opened.
 */
export function treeRows(
  plan: readonly PlanRow[],
  folds: Folds,
  wanted: string,
  currentId: string | undefined,
): readonly TreeRow[] {
  const under = new Map<string | null, PlanRow[]>()
  for (const entry of plan) under.set(entry.parentId, [...(under.get(entry.parentId) ?? []), entry])
  const words = wanted.trim().toLowerCase()
  const matches = (entry: PlanRow): boolean =>
    entry.title.toLowerCase().includes(words) || (under.get(entry.id) ?? []).some(matches)
  const rows: TreeRow[] = []
  const walk = (parentId: string | null, depth: number): void => {
    const shown = (under.get(parentId) ?? []).filter(matches)
    shown.forEach((entry, at) => {
      const isOpen =
        kindOfEntry(entry.kind).holds.length === 0
          ? null
          : words !== '' || (folds[entry.id] ?? beginsOpen(plan, entry, currentId))
      rows.push({ entry, depth, place: at + 1, siblings: shown.length, isOpen })
      if (isOpen) walk(entry.id, depth + 1)
    })
  }
  walk(null, 0)
  return rows
}

/** What a key does in the tree. */
export type TreeAction = { readonly go: number } | { readonly fold: string; readonly isOpen: boolean }

/**
 * The keys of a tree, as the ARIA Authoring Practices have them (“Tree View”): up and down, Home and End, forward opens
 * or goes in, back folds or goes out. Null for a key that is not the tree's. `isTurned`: it reads from right to left.
 */
export function treeAction(key: string, rows: readonly TreeRow[], at: number, isTurned = false): TreeAction | null {
  const row = rows[at]
  if (!row) return null
  if (key === 'ArrowDown') return { go: Math.min(at + 1, rows.length - 1) }
  if (key === 'ArrowUp') return { go: Math.max(at - 1, 0) }
  if (key === 'Home') return { go: 0 }
  if (key === 'End') return { go: rows.length - 1 }
  if (key === (isTurned ? 'ArrowLeft' : 'ArrowRight')) {
    if (row.isOpen === false) return { fold: row.entry.id, isOpen: true }
    return { go: row.isOpen && (rows[at + 1]?.depth ?? 0) > row.depth ? at + 1 : at }
  }
  if (key !== (isTurned ? 'ArrowRight' : 'ArrowLeft')) return null
  if (row.isOpen) return { fold: row.entry.id, isOpen: false }
  const parent = rows.findLastIndex(({ depth }, index) => index < at && depth < row.depth)
  return { go: parent === -1 ? at : parent }
}
