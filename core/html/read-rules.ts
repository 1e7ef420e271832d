import type { Mark, MarkType, NodeType } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import type { MarkKind, NodeKind, ReadRule } from '../kinds/kind.ts'
import { markKinds, nodeKinds } from '../kinds/registry.ts'
import type { HtmlElement } from '../tree/tree.ts'
import type { Understood } from './attributes-left-out.ts'

export interface NodeReading extends Understood {
  readonly type: NodeType
  readonly attrs: Record<string, unknown>
  readonly takes: ReadRule['takes']
  readonly inside: ReadRule['inside']
}
/** The marks that an element is, outermost first, and what was understood of it. */
export interface MarksReading extends Understood {
  readonly marks: readonly Mark[]
}

const FORMATS = ['source', 'published'] as const
const nodeKind = (name: string): NodeKind => (nodeKinds as Record<string, NodeKind>)[name]!
const markKind = (name: string): MarkKind => (markKinds as Record<string, MarkKind>)[name]!

/** The name that our own HTML gives a kind. */
const ownName = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)

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

/** Made when it is asked for the first time: each thing that an element says asks for the same. */
function once<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null
  return () => (made ??= { value: make() }).value
}

const nodeRules = byTag(Object.values<NodeKind>(nodeKinds), (name) => must(schema.nodes[name]))
const markRules = byTag(Object.values<MarkKind>(markKinds), (name) => must(schema.marks[name]))

/** Which node kind an element is, with its attributes; null when it is none. */
export function nodeReading(element: HtmlElement): NodeReading | null {
  for (const { type, rule } of nodeRules.get(element.tagName) ?? []) {
    const attrs = rule.read(element)
    if (!attrs) continue
    const { understands, styles = [], takes, inside } = rule
    const reading = { type, attrs, understands, styles, takes, inside, isTextblock: type.inlineContent }
    // Most elements say nothing that anybody would ask about.
    if (element.attrs.length === 0) return reading
    return {
      ...reading,
      made: (each) => JSON.stringify(each === element ? attrs : rule.read(each)),
      written: once(() => FORMATS.map((format) => nodeKind(type.name).write(type.create(attrs), [], format))),
      ownNames: [ownName(type.name)],
      isPlain: type.spec.code === true,
    }
  }
  return null
}

/** Which marks an element is: one may be in a colour, a size and a language at once. Null when it is none. */
export function marksReading(element: HtmlElement): MarksReading | null {
  const read: { type: MarkType; attrs: Record<string, unknown>; rule: ReadRule }[] = []
  for (const { type, rule } of markRules.get(element.tagName) ?? []) {
    const attrs = read.some((each) => each.type === type) ? null : rule.read(element)
    if (attrs) read.push({ type, attrs, rule })
  }
  if (read.length === 0) return null
  const marks = read.map(({ type, attrs }) => type.create(attrs))
  // Most elements say nothing that anybody would ask about.
  if (element.attrs.length === 0) return { marks, understands: [], styles: [] }
  return {
    marks,
    understands: read.flatMap(({ rule }) => rule.understands),
    styles: read.flatMap(({ rule: { styles = [] } }) => styles),
    made: (each) => JSON.stringify(read.map(({ attrs, rule }) => (each === element ? attrs : rule.read(each)))),
    written: once(() =>
      marks.flatMap((mark) => FORMATS.map((format) => markKind(mark.type.name).write(mark, [], format))),
    ),
    ownNames: read.map(({ type }) => ownName(type.name)),
  }
}
