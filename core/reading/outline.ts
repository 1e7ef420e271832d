import { latest, type Locked, type Standing } from '../plan/progress.ts'
import { type CourseShape, type ShapeEntry, type ShapeNode } from './course-shape.ts'

/** An entry of the outline as it stands for one reader at a moment. */
export interface Place extends ShapeEntry {
  readonly depth: number
  readonly standing: Standing
  /** Of a chapter or part of a book; empty for the rest. */
  readonly number: string
  /** Whole minutes of reading, in it and under it. */
  readonly minutes: number
}

/**
 * What a course holds for one reader at a moment, in reading order. It says what `standings` says of the whole plan,
 * but only of what is asked about: a page costs what it shows, not what the course holds.
 */
export class Outline {
  readonly shape: CourseShape
  readonly #now: number
  readonly #doneCounts = new Map<ShapeNode, number>()
  readonly #locked = new Map<ShapeNode, Locked | null>()
  /** Of what is done in a sequence: the first of the children that is not done. */
  readonly #firstOpen = new Map<ShapeNode, ShapeNode | undefined>()
  readonly #places = new Map<ShapeNode, Place>()

  constructor(shape: CourseShape, done: Iterable<string>, now: Date) {
    this.shape = shape
    this.#now = now.getTime()
    for (const id of new Set(done)) {
      const node = shape.find(id)
      if (node?.isCounted)
        for (let at: ShapeNode | null = node; at; at = at.parent)
          this.#doneCounts.set(at, (this.#doneCounts.get(at) ?? 0) + 1)
    }
  }

  /** Everything there is. */
  get places(): readonly Place[] {
    return this.shape.nodes.map((node) => this.#place(node))
  }

  find(id: string | null): Place | undefined {
    const node = id === null ? undefined : this.shape.find(id)
    return node && this.#place(node)
  }

  /** What stands directly under an entry; null is the course. */
  under(id: string | null): readonly Place[] {
    const nodes = id === null ? this.shape.tops : (this.shape.find(id)?.children ?? [])
    return nodes.map((node) => this.#place(node))
  }

  /** A place under all that it stands in, outermost first. */
  path(id: string): Place[] {
    const path: Place[] = []
    for (let at = this.shape.find(id) ?? null; at; at = at.parent) path.unshift(this.#place(at))
    return path
  }

  /** What is opened before and after an entry: for a chapter in its book, else in the course. */
  steps(id: string): { readonly previous: Place | undefined; readonly next: Place | undefined } {
    const node = this.shape.find(id)
    if (!node) return { previous: undefined, next: undefined }
    const { previous, next } = this.shape.steps(node)
    return { previous: previous && this.#place(previous), next: next && this.#place(next) }
  }

  /** How many items of the course can be done, and how many are. */
  progress(): { count: number; doneCount: number } {
    return this.shape.tops.reduce(
      (sum, node) => ({ count: sum.count + node.count, doneCount: sum.doneCount + this.#done(node) }),
      { count: 0, doneCount: 0 },
    )
  }

  #place(node: ShapeNode): Place {
    const known = this.#places.get(node)
    if (known) return known
    const doneCount = this.#done(node)
    const standing = {
      locked: this.#lockedOf(node),
      isDone: node.count > 0 && node.count === doneCount,
      count: node.count,
      doneCount,
    }
    const { id, parentId, kind, title, words, opensAt, settings } = node.entry
    const place = {
      id,
      parentId,
      kind,
      title,
      words,
      opensAt,
      settings,
      depth: node.depth,
      number: node.number,
      minutes: node.minutes,
      standing,
    }
    this.#places.set(node, place)
    return place
  }

  #done(node: ShapeNode): number {
    return this.#doneCounts.get(node) ?? 0
  }

  #lockedOf(node: ShapeNode): Locked | null {
    const known = this.#locked.get(node)
    if (known !== undefined) return known
    const above = node.parent && (this.#lockedOf(node.parent) ?? this.#sequenceBefore(node.parent, node))
    const { opensAt } = node.entry
    const locked = latest(
      above,
      opensAt !== null && new Date(opensAt).getTime() > this.#now ? { type: 'date', opensAt } : null,
    )
    this.#locked.set(node, locked)
    return locked
  }

  #sequenceBefore(parent: ShapeNode, node: ShapeNode): Locked | null {
    if (!parent.entry.settings.inSequence) return null
    if (!this.#firstOpen.has(parent))
      this.#firstOpen.set(
        parent,
        parent.children.find((child) => child.count > this.#done(child)),
      )
    const first = this.#firstOpen.get(parent)
    return first && first.at < node.at ? { type: 'sequence', afterId: first.entry.id } : null
  }
}
