import type { Node } from 'prosemirror-model'
import type { NodeKind } from './kind.ts'
import { nodeKinds } from './registry.ts'

const kinds: Readonly<Record<string, NodeKind | undefined>> = nodeKinds

/** What there is to know of the kind of a node, in whatever schema it stands. */
export function kindOf(node: Node): NodeKind {
  const kind = kinds[node.type.name]
  if (!kind) throw new Error(`No kind is registered for ${node.type.name}.`)
  return kind
}

/**
 * The level of a heading, or of the title of a part, which is one where the page is read without script; null for
 * others.
 */
export const headingLevel = (node: Node, parent: Node | null): number | null =>
  kindOf(node).headingLevel?.(node, parent) ?? null

/** What a node names of its course: a thing of its shelf, a question of its bank; null when it names nothing. */
export function namedBy(
  node: Node,
): { readonly to: Reference; readonly id: string; readonly attribute: string } | null {
  const { refersTo } = kindOf(node)
  return refersTo ? { ...refersTo, id: String(node.attrs[refersTo.attribute]) } : null
}

export type Reference = NonNullable<NodeKind['refersTo']>['to']

/** Settings that name something of a course, by their names: what steps that change one setting are asked for. */
export const REFERRING: ReadonlyMap<string, Reference> = new Map(
  Object.values<NodeKind>(nodeKinds).flatMap(({ refersTo }) => (refersTo ? [[refersTo.attribute, refersTo.to]] : [])),
)
