import type { Node } from '@tiptap/pm/model'
import type { Transaction } from '@tiptap/pm/state'

/** A stretch of the page. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/** Each text block that a stretch touches, with where its content begins. */
export function blocksIn(page: Node, { from, to }: Stretch): { block: Node; start: number }[] {
  const found: { block: Node; start: number }[] = []
  page.nodesBetween(Math.max(0, from), Math.min(page.content.size, to), (node, position) => {
    if (!node.isTextblock) return true
    found.push({ block: node, start: position + 1 })
    return false
  })
  return found
}

/** What a transaction has changed, as stretches of the page after it: where marks were given or taken as well. */
export function changedBy({ steps, mapping }: Transaction): Stretch[] {
  return steps.flatMap((step, at) => {
    const after = mapping.slice(at + 1)
    const changed: Stretch[] = []
    mapping.maps[at]!.forEach((_from, _to, from, to) => {
      changed.push({ from: after.map(from, -1), to: after.map(to, 1) })
    })
    // Steps that move nothing say where they work.
    const { from, to } = step as Partial<Stretch>
    if (changed.length === 0 && from !== undefined && to !== undefined)
      changed.push({ from: after.map(from, -1), to: after.map(to, 1) })
    return changed
  })
}

/** Stretches without overlaps, in order. */
export function joined(stretches: readonly Stretch[]): Stretch[] {
  const made: Stretch[] = []
  for (const { from, to } of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = made.at(-1)
    if (last && from <= last.to) made[made.length - 1] = { from: last.from, to: Math.max(last.to, to) }
    else made.push({ from, to })
  }
  return made
}
