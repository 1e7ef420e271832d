import type { Mark, Node } from 'prosemirror-model'
import { isMark } from '../kinds/facts.ts'
import { decodedPlace } from '../tree/addresses.ts'

/** The places in blocks that links can lead to. */
export function placesIn(blocks: readonly Node[]): string[] {
  const found: string[] = []
  const note = (node: Node): void => {
    if (typeof node.attrs.id === 'string') found.push(node.attrs.id)
  }
  for (const block of blocks) {
    note(block)
    block.descendants((node) => {
      note(node)
      return true
    })
  }
  return found
}

/** A link within its page that leads to where `addressOf` has its place; the mark itself where it says nothing. */
export function relinked(mark: Mark, addressOf: (place: string) => string | null): Mark {
  const place = isMark(mark, 'link') ? /^#(.+)$/.exec(String(mark.attrs.href))?.[1] : undefined
  const href = place === undefined ? null : addressOf(decodedPlace(place))
  return href === null ? mark : mark.type.create({ ...mark.attrs, href })
}

/** A node with each mark in it changed. */
export function mapMarks(node: Node, change: (mark: Mark) => Mark): Node {
  if (node.isText) return node.mark(node.marks.map(change))
  const children = node.children.map((child) => mapMarks(child, change))
  return node.isLeaf ? node : node.type.create(node.attrs, children, node.marks)
}
