import { isOpened, kindOfEntry } from '../plan/kinds.ts'
import { inOrder, type PlanEntry } from '../plan/tree.ts'

/** Something a link can lead to. */
export interface LinkTarget {
  readonly href: string
  readonly title: string
  /** What it is, and what it stands in. */
  readonly where: string
  /** A heading that has no name yet: where it stands, and the name that makes it a place that stays. */
  readonly toName?: { readonly position: number; readonly name: string }
}

/** What a link can lead to in a course: what is read there, in the order of the plan. */
export function targetsOfPlan(plan: readonly (PlanEntry & { readonly title: string })[]): LinkTarget[] {
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  return inOrder(plan).flatMap((entry) => {
    if (!isOpened(entry.kind) || entry.title.trim() === '') return []
    const kind = kindOfEntry(entry.kind)
    const around = entry.parentId === null ? undefined : byId.get(entry.parentId)
    return [{ href: entry.id, title: entry.title, where: around ? `${kind.label} in ${around.title}` : kind.label }]
  })
}

/** Letters alone: without case, and without accents (Unicode Standard Annex 15, NFD). */
const plain = (words: string): string => words.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Those whose titles hold every word that was typed; first the ones that begin with it. */
export function matchingTargets(targets: readonly LinkTarget[], typed: string, most: number): LinkTarget[] {
  const words = plain(typed).split(/\s+/).filter(Boolean)
  if (words.length === 0) return []
  const found = targets.filter(({ title }) => words.every((word) => plain(title).includes(word)))
  const begins = ({ title }: LinkTarget): number => (plain(title).startsWith(words[0]!) ? 0 : 1)
  return found.sort((a, b) => begins(a) - begins(b)).slice(0, most)
}
