import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { kindOf } from '../kinds/facts.ts'

/** A thing in a row, with its place in the page. */
export interface RowEntry {
  readonly node: Node
  readonly position: number
}

/** The parts, columns or answers of a piece, in order; empty for other pieces. */
export function entriesOf(page: Node, position: number): RowEntry[] {
  const piece = page.nodeAt(position)
  const kind = piece && kindOf(piece).entries
  const found: RowEntry[] = []
  if (piece && kind)
    piece.forEach((node, offset) => {
      if (node.type.name === kind) found.push({ node, position: position + 1 + offset })
    })
  return found
}

/** Adds an empty entry after the one at `index`, or at the end. Null for a piece without a row. */
export function addEntry(page: Node, position: number, index = Infinity): Transform | null {
  const entries = entriesOf(page, position)
  const after = entries[Math.min(index, entries.length - 1)]
  const fresh = after?.node.type.createAndFill()
  return after && fresh ? new Transform(page).insert(after.position + after.node.nodeSize, fresh) : null
}

/** Takes an entry out. The last one stays: whoever wants it gone deletes the piece. */
export function removeEntry(page: Node, position: number, index: number): Transform | null {
  const entries = entriesOf(page, position)
  const entry = entries[index]
  return entry && entries.length > 1
    ? new Transform(page).delete(entry.position, entry.position + entry.node.nodeSize)
    : null
}

/** Moves an entry to another place in its row; both counted from 0. */
export function moveEntry(page: Node, position: number, from: number, to: number): Transform | null {
  const entries = entriesOf(page, position)
  const [entry, target] = [entries[from], entries[to]]
  if (!entry || !target || from === to) return null
  const place = to > from ? target.position + target.node.nodeSize : target.position
  const transform = new Transform(page).insert(place, entry.node)
  const old = transform.mapping.map(entry.position)
  return transform.delete(old, old + entry.node.nodeSize)
}
