import type { Node } from 'prosemirror-model'
import type { NodeKind } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'

const kinds: Readonly<Record<string, NodeKind>> = nodeKinds

/** What a node is called where two states of a page are compared: a heading by its level, a part by its title. */
export function placeLabel(node: Node): string {
  if (node.type.name === 'heading') return `Heading ${Number(node.attrs.level)}`
  if (node.type.name === 'part') return node.firstChild?.textContent || 'Part'
  const label = kinds[node.type.name]?.label ?? node.type.name
  return label.charAt(0).toUpperCase() + label.slice(1)
}
