import type { Node, ResolvedPos } from 'prosemirror-model'
import { isA, isMark } from '../kinds/facts.ts'
import { PAPER } from '../tree/colours.ts'

/** The ground of header cells in the light theme. */
const HEADER_GROUND = '#f1ede3'

/** The ground on which the words at a place stand in the light theme, of the innermost box or cell: `#rrggbb`. */
export function groundAt($place: ResolvedPos): string {
  for (let depth = $place.depth; depth > 0; depth--) {
    const ground = groundOf($place.node(depth))
    if (ground !== null) return ground
  }
  return PAPER
}

/** The ground that a block gives what stands in it; null when it has none of its own. */
export function groundOf(node: Node): string | null {
  if (isA(node, 'box')) return String(node.attrs.ground)
  if (!isA(node, 'tableCell', 'tableHeader')) return null
  return (node.attrs.ground as string | null) ?? (isA(node, 'tableHeader') ? HEADER_GROUND : null)
}

/** The ground that its marks give an inline node; null when they give none. */
export function groundOfMarks(node: Node): string | null {
  const marks = node.marks.filter((mark) => isMark(mark, 'highlight') || isMark(mark, 'badge'))
  const last = marks.at(-1)
  return last ? String(last.attrs.ground) : null
}
