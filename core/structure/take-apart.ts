import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA, kindOf } from '../kinds/facts.ts'
import { reshapeAt } from './reshape/reshape.ts'

/** Takes a piece away and leaves what it holds, in order. Null for a piece whose parts mean nothing alone. */
export function takeApart(page: Node, position: number): Transform | null {
  const piece = page.nodeAt(position)
  if (!piece) return null
  const left = kindOf(piece).takenApart?.(piece)
  if (!left) return isA(piece.firstChild, 'part') ? reshapeAt(page, position, 'headings') : null
  return new Transform(page).replaceWith(position, position + piece.nodeSize, left)
}
