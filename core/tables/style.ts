import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'
import { type TableStyle, tableStyle } from '../looks/course-looks.ts'

/** The heads of a table with their positions in the page; the table stands at `position`. */
function headsOf(table: Node, position: number): { ground: string | null; at: number }[] {
  const found: { ground: string | null; at: number }[] = []
  table.forEach((row, rowOffset) =>
    row.forEach((cell, offset) => {
      if (isA(cell, 'tableHeader'))
        found.push({ ground: cell.attrs.ground as string | null, at: position + 2 + rowOffset + offset })
    }),
  )
  return found
}

/** How a table looks, to be given to others. Heads of several grounds are none of it. */
export function styleOfTable(table: Node): TableStyle {
  const grounds = new Set(headsOf(table, 0).map(({ ground }) => ground))
  return tableStyle.parse({ ...table.attrs, headGround: grounds.size === 1 ? [...grounds][0] : null })
}

/**
 * Gives the table at a place of a page a style: its looks as a whole, and the ground of its heads. Other cells, widths
 * of columns and words stay. Null where no table stands.
 */
export function setTableStyle(page: Node, position: number, { headGround, ...looks }: TableStyle): Transform | null {
  const table = page.nodeAt(position)
  if (!table || !isA(table, 'table')) return null
  const change = new Transform(page)
  for (const [name, value] of Object.entries(looks))
    if (table.attrs[name] !== value) change.setNodeAttribute(position, name, value)
  for (const { ground, at } of headsOf(table, position))
    if (ground !== headGround) change.setNodeAttribute(at, 'ground', headGround)
  return change
}
