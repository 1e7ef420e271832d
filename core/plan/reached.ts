import { kindOfEntry } from './kinds.ts'
import { childrenOf, type PlanEntry } from './tree.ts'

/**
 * Of what is published, what students can find: it stands in something they find too, up to the course itself. Units,
 * lessons and parts of books are found once something in them is. In the order in which they came.
 *
 * `entries` holds the units, lessons and parts of a course, and of what is written what has an edition.
 */
export function reached<E extends PlanEntry>(entries: readonly E[]): E[] {
  const found = new Set<string>()
  /** Whether anything in it, itself included, is there to be read; only then it and what it holds are found. */
  const holdsSomething = (entry: E): boolean =>
    kindOfEntry(entry.kind).isWritten || childrenOf(entries, entry.id).some(holdsSomething)
  const visit = (entry: E): void => {
    if (!holdsSomething(entry)) return
    found.add(entry.id)
    childrenOf(entries, entry.id).forEach(visit)
  }
  childrenOf(entries, null).forEach(visit)
  return entries.filter(({ id }) => found.has(id))
}
