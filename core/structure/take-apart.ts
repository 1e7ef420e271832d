import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { kindOf } from '../kinds/facts.ts'
import { partsToHeadings } from './headings.ts'

/** Takes a piece away and leaves what it holds, in order. Null for a piece whose parts mean nothing alone. */
export function takeApart(page: Node, position: number): Transform | null {
  const piece = page.nodeAt(position)
  if (!piece) return null
  const left = kindOf(piece).takenApart?.(piece)
  if (!left) return partsToHeadings(page, position)
  return new Transform(page).replaceWith(position, position + piece.nodeSize, left)
}
