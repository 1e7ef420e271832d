import { readingMinutes } from '../document/statistics.ts'
import { type EntryKind, isOpened, kindOfEntry } from '../plan/kinds.ts'
import { numbersOf } from '../plan/numbering.ts'
import { reached } from '../plan/reached.ts'
import type { EntrySettings } from '../plan/settings.ts'
import { inOrder } from '../plan/tree.ts'

/** An entry as students see it, under its published title. */
export interface ShapeEntry {
  readonly id: string
  readonly parentId: string | null
  readonly kind: EntryKind
  readonly title: string
  /** Words of the newest edition; null while there is none, as for a lesson without an introduction. */
  readonly words: number | null
  /** A moment in ISO 8601; null opens at once. */
  readonly opensAt: string | null
  readonly settings: EntrySettings
}

/** An entry where it stands. */
export interface ShapeNode {
  readonly entry: ShapeEntry
  readonly parent: ShapeNode | null
  readonly children: readonly ShapeNode[]
  /** 0 for units. */
  readonly depth: number
  /** Of a chapter or part of a book; empty for the rest. */
  readonly number: string
  /** Whole minutes of reading, in it and under it. */
  readonly minutes: number
  /** Items that can be done in it, itself included. */
  readonly count: number
  /** It is itself one of the items that can be done. */
  readonly isCounted: boolean
  /** Which of its siblings it is. */
  readonly at: number
}

/**
 * What a course holds for its students, the same for all of them: made once for what is published, and looked at by
 * many. What nobody can find is left out (`reached`). What depends on a reader or on the moment is `Outline`.
 */
export class CourseShape {
  readonly tops: readonly ShapeNode[]
  /** The entries it was made of. */
  readonly entries: readonly ShapeEntry[]
  /** In reading order. */
  readonly nodes: readonly ShapeNode[]
  readonly lessonCount: number
  /** When something opens, in order, in milliseconds: between two of them nothing changes by itself. */
  readonly openings: readonly number[]
  readonly #byId = new Map<string, ShapeNode>()
  /** What is opened one after the other: the items of the course, and for each book its chapters. */
  readonly #sequences = new Map<string | null, ShapeNode[]>()
  readonly #places = new Map<string, number>()

  constructor(entries: readonly ShapeEntry[]) {
    this.entries = entries
    const kept = reached(entries)
    const numbers = numbersOf(kept)
    type Growing = { -readonly [Name in keyof ShapeNode]: ShapeNode[Name] } & { children: ShapeNode[] }
    const nodes: Growing[] = []
    const tops: ShapeNode[] = []
    for (const entry of inOrder(kept)) {
      const parent = entry.parentId === null ? null : ((this.#byId.get(entry.parentId) as Growing | undefined) ?? null)
      const siblings = parent ? parent.children : tops
      const { depth, ...own } = entry
      const node: Growing = {
        entry: own,
        parent,
        children: [],
        depth,
        number: numbers.get(entry.id) ?? '',
        minutes: ownMinutes(own),
        count: 0,
        isCounted: false,
        at: siblings.length,
      }
      siblings.push(node)
      nodes.push(node)
      this.#byId.set(entry.id, node)
    }
    // From the last to the first: what stands in something is looked at before it.
    for (const node of [...nodes].reverse()) {
      node.count = node.children.reduce((sum, { count }) => sum + count, 0)
      node.minutes += node.children.reduce((sum, { minutes }) => sum + minutes, 0)
      if (node.count === 0 && kindOfEntry(node.entry.kind).done.length > 0) [node.count, node.isCounted] = [1, true]
    }
    for (const node of nodes) {
      if (!isOpened(node.entry.kind)) continue
      const key = node.entry.kind === 'chapter' ? bookOf(node)?.entry.id : null
      if (key === undefined) continue
      const sequence = this.#sequences.get(key) ?? []
      this.#places.set(node.entry.id, sequence.length)
      sequence.push(node)
      this.#sequences.set(key, sequence)
    }
    this.tops = tops
    this.nodes = nodes
    this.lessonCount = nodes.filter(({ entry }) => entry.kind === 'lesson').length
    this.openings = nodes
      .flatMap(({ entry }) => (entry.opensAt === null ? [] : [new Date(entry.opensAt).getTime()]))
      .sort((a, b) => a - b)
  }

  find(id: string): ShapeNode | undefined {
    return this.#byId.get(id)
  }

  /**
   * What stands before and after a node among what is opened one after the other; of what is not opened itself, what
   * comes first in it.
   */
  steps(node: ShapeNode): { readonly previous: ShapeNode | undefined; readonly next: ShapeNode | undefined } {
    const sequence = this.#sequences.get(node.entry.kind === 'chapter' ? (bookOf(node)?.entry.id ?? null) : null) ?? []
    const at = this.#places.get(node.entry.id)
    return at === undefined
      ? { previous: undefined, next: firstOpened(node) }
      : { previous: sequence[at - 1], next: sequence[at + 1] }
  }

  /** How many of the moments have passed: as long as it is the same, nothing has opened by itself. */
  passed(now: Date): number {
    const at = this.openings.findIndex((moment) => moment > now.getTime())
    return at < 0 ? this.openings.length : at
  }
}

function bookOf(node: ShapeNode): ShapeNode | undefined {
  for (let at = node.parent; at; at = at.parent) if (at.entry.kind === 'book') return at
  return undefined
}

function firstOpened(node: ShapeNode): ShapeNode | undefined {
  for (const child of node.children) {
    if (isOpened(child.entry.kind) && child.entry.kind !== 'chapter') return child
    const inside = firstOpened(child)
    if (inside) return inside
  }
  return undefined
}

function ownMinutes({ kind, words }: ShapeEntry): number {
  if (words === null) return 0
  return isOpened(kind) && kind !== 'book' ? Math.max(1, readingMinutes(words)) : readingMinutes(words)
}
