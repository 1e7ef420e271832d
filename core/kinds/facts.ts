import type { Mark, Node, ResolvedPos } from 'prosemirror-model'
import type { MarkKind, NodeKind } from './kind.ts'
import { markKinds, nodeKinds } from './registry.ts'

export type NodeName = keyof typeof nodeKinds
export type MarkName = keyof typeof markKinds

const kinds: Readonly<Record<string, NodeKind | undefined>> = nodeKinds
const marks: Readonly<Record<string, MarkKind | undefined>> = markKinds

/** What there is to know of the kind of a node, in whatever schema it stands. */
export function kindOf(node: Node): NodeKind {
  const kind = kinds[node.type.name]
  if (!kind) throw new Error(`No kind is registered for ${node.type.name}.`)
  return kind
}

/** The same of a mark. */
export function kindOfMark({ type }: Mark): MarkKind {
  const kind = marks[type.name]
  if (!kind) throw new Error(`No kind is registered for ${type.name}.`)
  return kind
}

/** Whether a mark is of a kind. */
export const isMark = ({ type }: Mark, name: MarkName): boolean => type.name === name

/** Whether a node is of one of these kinds, in whatever schema it stands; nothing is of none. */
export const isA = (node: Node | null | undefined, ...names: readonly NodeName[]): boolean =>
  node !== null && node !== undefined && (names as readonly string[]).includes(node.type.name)

/** The mark of a kind on a node; undefined when it has none. */
export const markOn = (node: Node, name: MarkName): Mark | undefined =>
  node.marks.find(({ type }) => type.name === name)

/** How deep the innermost piece around a place stands; null where it stands in none. */
export function pieceDepth($place: ResolvedPos): number | null {
  for (let depth = $place.depth; depth > 0; depth--) if (kindOf($place.node(depth)).isPiece) return depth
  return null
}

/** What a node is called among others: by its kind, or closer where that does not tell. Begins with a capital. */
export function nameOf(node: Node): string {
  const kind = kindOf(node)
  const name = kind.nameOf?.(node) ?? kind.label
  return name.charAt(0).toUpperCase() + name.slice(1)
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
