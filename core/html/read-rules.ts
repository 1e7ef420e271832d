import type { MarkType, NodeType } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import type { MarkKind, NodeKind, ReadRule } from '../kinds/kind.ts'
import { markKinds, nodeKinds } from '../kinds/registry.ts'
import type { HtmlElement } from '../tree/tree.ts'

export interface NodeReading {
  readonly type: NodeType
  readonly attrs: Record<string, unknown>
  readonly understands: readonly string[]
  readonly inside: ReadRule['inside']
}
export interface MarkReading {
  readonly type: MarkType
  readonly attrs: Record<string, unknown>
  readonly understands: readonly string[]
}

function byTag<T>(
  kinds: (NodeKind | MarkKind)[],
  typeOf: (name: string) => T,
): Map<string, { type: T; rule: ReadRule }[]> {
  const map = new Map<string, { type: T; rule: ReadRule }[]>()
  for (const kind of kinds)
    for (const rule of kind.reads) {
      const rules = map.get(rule.tag) ?? []
      rules.push({ type: typeOf(kind.name), rule })
      map.set(rule.tag, rules)
    }
  return map
}

function must<T>(value: T | undefined): T {
  if (value === undefined) throw new Error('A kind of the registry is not in the schema.')
  return value
}

const nodeRules = byTag(Object.values<NodeKind>(nodeKinds), (name) => must(schema.nodes[name]))
const markRules = byTag(Object.values<MarkKind>(markKinds), (name) => must(schema.marks[name]))

/** Which node kind an element is, with its attributes; null when it is none. */
export function nodeReading(element: HtmlElement): NodeReading | null {
  for (const { type, rule } of nodeRules.get(element.tagName) ?? []) {
    const attrs = rule.read(element)
    if (attrs) return { type, attrs, understands: rule.understands, inside: rule.inside }
  }
  return null
}

/** Which mark an element is; null when it is none. */
export function markReading(element: HtmlElement): MarkReading | null {
  for (const { type, rule } of markRules.get(element.tagName) ?? []) {
    const attrs = rule.read(element)
    if (attrs) return { type, attrs, understands: rule.understands }
  }
  return null
}
