import type { Node } from 'prosemirror-model'
import { isA } from '../kinds/facts.ts'

/**
 * A node with its headings, and the titles of tabs and accordions in it, moved by some levels; kept between 2 and 6.
 */
export function shiftHeadings(node: Node, by: number): Node {
  if (by === 0 || (node.isTextblock && !isA(node, 'heading')) || node.isLeaf) return node
  const children: Node[] = []
  node.forEach((child) => children.push(shiftHeadings(child, by)))
  const level = node.attrs.level as unknown
  const attrs = typeof level === 'number' ? { ...node.attrs, level: Math.min(6, Math.max(2, level + by)) } : node.attrs
  return node.type.create(attrs, children, node.marks)
}
