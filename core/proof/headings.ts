import type { Node } from 'prosemirror-model'
import { headingLevel } from '../kinds/facts.ts'

/** The level of the last heading before a place of the page; 1, the title's, when there is none. */
export function levelBefore(page: Node, place: number): number {
  let last = 1
  page.nodesBetween(0, place, (node, position, parent) => {
    if (position >= place) return false
    last = headingLevel(node, parent) ?? last
    return !node.isTextblock
  })
  return last
}
