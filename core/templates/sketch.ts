import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { isA, kindOf } from '../kinds/facts.ts'

/** So much of a page is drawn: what is seen of it at a glance. */
const MOST_SHAPES = 14
/** So many characters fill a line. */
const LINE = 70

/**
 * A shape of a page seen from afar: a heading, a line of words, an item of a list, a row of a table, something that is
 * looked at, a piece with words in it, a rule. `width` is the share of the column it fills, from 0 to 1.
 */
export const shape = z.object({
  as: z.enum(['heading', 'line', 'item', 'row', 'picture', 'piece', 'rule']),
  width: z.number().min(0).max(1),
})
export type Shape = z.infer<typeof shape>
/** A page seen from afar, from above. */
export const sketch = z.array(shape).max(MOST_SHAPES)

/** Draws a page from afar: its title, then block by block. */
export function sketchOf(page: Node): Shape[] {
  const shapes: Shape[] = []
  page.forEach((block) => {
    if (shapes.length < MOST_SHAPES) shapes.push(...shapesOf(block, page))
  })
  return shapes.slice(0, MOST_SHAPES)
}

function shapesOf(block: Node, page: Node): Shape[] {
  const kind = kindOf(block)
  const share = Math.min(1, block.textContent.length / LINE)
  if (isA(block, 'title') || (kind.headingLevel?.(block, page) ?? null) !== null)
    return [{ as: 'heading', width: Math.max(0.25, share) }]
  if (block.isTextblock) return linesOf(block.textContent.length)
  if (block.type.isInGroup('list')) return many('item', block.childCount)
  if (isA(block, 'table')) return many('row', block.childCount)
  if (isA(block, 'rule')) return [{ as: 'rule', width: 1 }]
  return [{ as: isA(block, 'picture') || block.isAtom ? 'picture' : 'piece', width: 1 }]
}

/** Words as lines, the last as long as what is left; three tell that it is a paragraph. */
function linesOf(length: number): Shape[] {
  if (length === 0) return []
  const count = Math.min(3, Math.ceil(length / LINE))
  const rest = length > 3 * LINE ? 0.6 : (length - (count - 1) * LINE) / LINE
  return Array.from({ length: count }, (_, at) => ({ as: 'line', width: at < count - 1 ? 1 : Math.max(0.15, rest) }))
}

const many = (as: 'item' | 'row', count: number): Shape[] =>
  Array.from({ length: Math.min(4, count) }, () => ({ as, width: as === 'item' ? 0.8 : 1 }))
