import { z } from 'zod'
import { ranked } from '../find/ranked.ts'
import { type EntryKind, hasOverview, isOpened, kindOfEntry } from '../plan/kinds.ts'
import { inOrder, type PlanEntry } from '../plan/tree.ts'

/** Something a link can lead to. */
export interface LinkTarget {
  readonly href: string
  readonly title: string
  /** The words of a link to it, where these are not its title. */
  readonly words?: string
  /** What it is, and what it stands in. */
  readonly where: string
  /** A heading that has no name yet: where it stands, and the name that makes it a place that stays. */
  readonly toName?: { readonly position: number; readonly name: string }
  /** A heading of another page, whose name is to stay from now on. */
  readonly toKeep?: { readonly documentId: string; readonly place: string }
}

/** The same as a browser asks for them. */
export const linkTargets = z.array(z.object({ href: z.string(), title: z.string(), where: z.string() }))

type Entry = PlanEntry & { readonly title: string }

/** What a link can lead to in a course: what is read there, in the order of the plan. */
export const targetsOfPlan = (plan: readonly Entry[]): LinkTarget[] => entriesWhere(plan, isOpened)

/** What a link can lead to: what is read, and the units and lessons it stands in, which have a page of their own. */
export const linkTargetsOfPlan = (plan: readonly Entry[]): LinkTarget[] =>
  entriesWhere(plan, (kind) => isOpened(kind) || hasOverview(kind))

/** The same as a student sees it, in its order, without words of ours: what stands in what. */
export function linkTargetsOfOutline(
  places: readonly { id: string; parentId: string | null; kind: EntryKind; title: string }[],
): LinkTarget[] {
  const titles = new Map(places.map(({ id, title }) => [id, title]))
  return places
    .filter(({ kind, title }) => (isOpened(kind) || hasOverview(kind)) && title.trim() !== '')
    .map(({ id, parentId, title }) => ({ href: id, title, where: (parentId && titles.get(parentId)) || '' }))
}

/** Units, lessons, parts: what the plan shows and nobody opens. */
export const groupsOfPlan = (plan: readonly Entry[]): LinkTarget[] => entriesWhere(plan, (kind) => !isOpened(kind))

function entriesWhere(plan: readonly Entry[], isWanted: (kind: Entry['kind']) => boolean): LinkTarget[] {
  const byId = new Map(plan.map((entry) => [entry.id, entry]))
  return inOrder(plan).flatMap((entry) => {
    if (!isWanted(entry.kind) || entry.title.trim() === '') return []
    const kind = kindOfEntry(entry.kind)
    const around = entry.parentId === null ? undefined : byId.get(entry.parentId)
    return [{ href: entry.id, title: entry.title, where: around ? `${kind.label} in ${around.title}` : kind.label }]
  })
}

/** Those whose titles hold every word that was typed; first the ones that begin with it. */
export const matchingTargets = (targets: readonly LinkTarget[], typed: string, most: number): LinkTarget[] =>
  ranked(targets, typed, { title: ({ title }) => title }, most)
