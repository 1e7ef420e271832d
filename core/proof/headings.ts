import type { Node } from 'prosemirror-model'

/** The level of a heading, or of the title of a part, which is one where the page is read without script; null for others. */
export function levelOf(node: Node, parent: Node | null): number | null {
  return node.type.name === 'heading' ? Number(node.attrs.level) : node.type.name === 'part' ? Number(parent?.attrs.level) : null
}

/** The level of the last heading before a place of the page; 1, the title's, when there is none. */
export function levelBefore(page: Node, place: number): number {
  let last = 1
  page.nodesBetween(0, place, (node, position, parent) => {
    if (position >= place) return false
    last = levelOf(node, parent) ?? last
    return !node.isTextblock
  })
  return last
}
