import { isOpened } from '../../core/plan/kinds.ts'
import { numbersOf } from '../../core/plan/numbering.ts'
import { type Standing, standings } from '../../core/plan/progress.ts'
import { reached } from '../../core/plan/reached.ts'
import { inOrder } from '../../core/plan/tree.ts'
import { readingMinutes } from '../../core/document/statistics.ts'
import type { OutlineEntry } from './queries.server.ts'

/** An entry of the outline as it stands for one reader at a moment. */
export interface Place extends OutlineEntry {
  readonly depth: number
  readonly standing: Standing
  /** Of a chapter or part of a book; empty for the rest. */
  readonly number: string
  /** Whole minutes of reading, in it and under it. */
  readonly minutes: number
}

const UNREAD: Standing = { shut: null, isDone: false, count: 0, doneCount: 0 }

/** What a course holds for one reader at a moment, in reading order. Lessons and units without anything published are left out. */
export class Outline {
  readonly places: readonly Place[]
  readonly #byId: ReadonlyMap<string, Place>
  readonly #under: ReadonlyMap<string | null, readonly Place[]>

  constructor(entries: readonly OutlineEntry[], now: Date) {
    const kept = reached(entries)
    const scheduled = kept.map((entry) => ({ ...entry, inSequence: entry.settings.inSequence }))
    const numbers = numbersOf(kept)
    const stands = standings(scheduled, new Set(kept.filter(({ isDone }) => isDone).map(({ id }) => id)), now)
    const minutes = minutesOf(kept)
    this.places = inOrder(kept).map((entry) => ({ ...entry, standing: stands.get(entry.id) ?? UNREAD, number: numbers.get(entry.id) ?? '', minutes: minutes.get(entry.id) ?? 0 }))
    this.#byId = new Map(this.places.map((place) => [place.id, place]))
    this.#under = grouped(this.places)
  }

  find(id: string | null): Place | undefined {
    return id === null ? undefined : this.#byId.get(id)
  }

  under(id: string | null): readonly Place[] {
    return this.#under.get(id) ?? []
  }

  /** A place under all that it stands in, outermost first. */
  path(id: string): Place[] {
    const path: Place[] = []
    for (let at = this.find(id); at; at = this.find(at.parentId)) path.unshift(at)
    return path
  }

  /** What is opened one after the other: for a chapter the chapters of its book, else the items of the course. */
  sequence(id: string): Place[] {
    const book = this.path(id).find(({ kind }) => kind === 'book')
    if (book && book.id !== id) return this.places.filter((place) => place.kind === 'chapter' && this.path(place.id).includes(book))
    return this.places.filter(({ kind }) => isOpened(kind) && kind !== 'chapter')
  }

  /** How many items of the course can be done, and how many are. */
  progress(): { count: number; doneCount: number } {
    return this.under(null).reduce((sum, { standing }) => ({ count: sum.count + standing.count, doneCount: sum.doneCount + standing.doneCount }), { count: 0, doneCount: 0 })
  }
}

/** Entries by what they stand in, in their order. */
function grouped<E extends { readonly parentId: string | null }>(entries: readonly E[]): Map<string | null, E[]> {
  const found = new Map<string | null, E[]>()
  for (const entry of entries) {
    const siblings = found.get(entry.parentId)
    if (siblings) siblings.push(entry)
    else found.set(entry.parentId, [entry])
  }
  return found
}

function minutesOf(entries: readonly OutlineEntry[]): Map<string, number> {
  const found = new Map<string, number>()
  const under = grouped(entries)
  for (const entry of inOrder(entries).reverse()) {
    const own = entry.words === null ? 0 : isOpened(entry.kind) && entry.kind !== 'book' ? Math.max(1, readingMinutes(entry.words)) : readingMinutes(entry.words)
    found.set(entry.id, (under.get(entry.id) ?? []).reduce((sum, { id }) => sum + (found.get(id) ?? 0), own))
  }
  return found
}
