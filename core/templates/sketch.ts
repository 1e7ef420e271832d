import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { isA, kindOf } from '../kinds/facts.ts'

/** So much of a page is drawn: what is seen of it at a glance. */
const MOST_SHAPES = 14
/** So much of a piece is drawn, and of what stands side by side. */
const MOST_INSIDE = 6
const MOST_COLUMNS = 4
/** So many characters fill a line. */
const LINE = 70

const flat = z.object({
  as: z.enum(['heading', 'line', 'item', 'row', 'picture', 'piece', 'rule', 'columns', 'folded', 'button']),
  width: z.number().min(0).max(1),
  /** How many columns there are. */
  count: z.number().int().min(1).max(MOST_COLUMNS).optional(),
})
/**
 * A shape of a page seen from afar: a heading, a line of words, an item of a list, a row of a table, something that is
 * looked at, columns, something that is folded, a button, a rule, or a piece with what is inside it. `width` is the
 * share of the column it fills, from 0 to 1.
 */
export const shape = flat.extend({ inside: z.array(flat).max(MOST_INSIDE).optional() })
export type Shape = z.infer<typeof shape>
/** A page seen from afar, from above. */
export const sketch = z.array(shape).max(MOST_SHAPES)

/** Draws a page from afar: its title, then block by block; a part of a page (`isPart`) without a title. */
export function sketchOf(page: Node, isPart = false): Shape[] {
  const shapes: Shape[] = []
  page.forEach((block) => {
    if (shapes.length < MOST_SHAPES && !(isPart && isA(block, 'title'))) shapes.push(...shapesOf(block, page))
  })
  return shapes.slice(0, MOST_SHAPES)
}

function shapesOf(block: Node, parent: Node): Shape[] {
  const kind = kindOf(block)
  const share = Math.min(1, block.textContent.length / LINE)
  if (isA(block, 'title') || (block.isTextblock && (kind.headingLevel?.(block, parent) ?? null) !== null))
    return [{ as: 'heading', width: Math.max(0.25, share) }]
  if (block.isTextblock) return linesOf(block.textContent.length)
  if (block.type.isInGroup('list') || isA(block, 'definitionList')) return many('item', block.childCount)
  if (isA(block, 'table')) return many('row', block.childCount)
  if (isA(block, 'rule')) return [{ as: 'rule', width: 1 }]
  if (isA(block, 'picture') || block.isAtom) return [{ as: 'picture', width: 1 }]
  if (isA(block, 'columns', 'cards', 'carousel'))
    return [{ as: 'columns', width: 1, count: Math.min(MOST_COLUMNS, block.childCount) }]
  if (isA(block, 'buttons')) return block.children.slice(0, 3).map(() => ({ as: 'button', width: 0.45 }))
  if (kind.folds === 'itself' || isA(block, 'modelAnswer')) return [{ as: 'folded', width: 0.6 }]
  if (kind.entries !== undefined) return many('item', block.childCount)
  const inside = block.children.flatMap((child) => shapesOf(child, block)).map(flattened)
  return isA(block, 'answer', 'prompt', 'openPrompt', 'captionedTable', 'snippet')
    ? inside
    : [{ as: 'piece', width: 1, inside: inside.slice(0, MOST_INSIDE) }]
}

/** A piece in a piece is drawn without what is inside it. */
const flattened = ({ inside: _inside, ...of }: Shape): Shape => of

/** Words as lines, the last as long as what is left; three tell that it is a paragraph. */
function linesOf(length: number): Shape[] {
  if (length === 0) return []
  const count = Math.min(3, Math.ceil(length / LINE))
  const rest = length > 3 * LINE ? 0.6 : (length - (count - 1) * LINE) / LINE
  return Array.from({ length: count }, (_, at) => ({ as: 'line', width: at < count - 1 ? 1 : Math.max(0.15, rest) }))
}

const many = (as: 'item' | 'row', count: number): Shape[] =>
  Array.from({ length: Math.min(4, count) }, () => ({ as, width: as === 'item' ? 0.8 : 1 }))
