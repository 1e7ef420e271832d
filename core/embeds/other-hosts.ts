import { Fragment, type Node } from 'prosemirror-model'
import { isA } from '../kinds/facts.ts'

/**
 * The node with a link card in the place of each player whose host may not stand in pages; what it leads to and its
 * title stay.
 */
export function withoutOtherHosts(node: Node, allowed: readonly string[]): Node {
  if (node.isTextblock || node.isLeaf) return node
  const children: Node[] = []
  node.forEach((child) => {
    if (!isA(child, 'player') || allowed.includes(originOf(String(child.attrs.address))))
      return void children.push(withoutOtherHosts(child, allowed))
    const { address, link, title } = child.attrs as { address: string; link: string; title: string }
    children.push(node.type.schema.node('linkCard', { address: link || address, title }))
  })
  return node.copy(Fragment.fromArray(children))
}

/** The origins of the players in a node, each once. */
export function playerOrigins(node: Node): string[] {
  const found = new Set<string>()
  node.descendants((each) => {
    if (isA(each, 'player')) found.add(originOf(String(each.attrs.address)))
    return !each.isTextblock
  })
  return [...found].filter(Boolean)
}

function originOf(address: string): string {
  try {
    return new URL(address).origin
  } catch {
    return ''
  }
}
