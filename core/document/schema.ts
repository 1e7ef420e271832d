import { type AttributeSpec, type MarkSpec, Node, type NodeSpec, Schema } from 'prosemirror-model'
import type { z } from 'zod'
import { markKinds, nodeKinds } from '../kinds/registry.ts'
import type { MarkKind, NodeKind } from '../kinds/kind.ts'

/**
 * The attribute specs of a kind: its defaults, each with a check that `Node.check` calls.
 * The check throws a RangeError naming the attribute and the value.
 */
export function attributeSpecs(kind: NodeKind | MarkKind): Record<string, AttributeSpec> {
  const defaults = kind.attributes.parse({})
  const specs: Record<string, AttributeSpec> = {}
  for (const [name, field] of Object.entries(kind.attributes.shape)) {
    specs[name] = {
      default: defaults[name],
      validate: (value: unknown) => {
        // What most are is right: it is asked about at each node that is made.
        if (value === defaults[name] && value !== undefined) return
        const result = (field as z.ZodType).safeParse(value)
        if (!result.success || value === undefined)
          throw new RangeError(`The ${name} of a ${kind.label} can't be ${String(JSON.stringify(value)).slice(0, 60)}.`)
      },
    }
  }
  return specs
}

type Specs<Kinds, Spec> = { [Name in keyof Kinds]: Spec }

/** The specs of a registry, under the names of its kinds. */
function specs<Kinds extends Record<string, NodeKind | MarkKind>, Spec>(kinds: Kinds): Specs<Kinds, Spec> {
  return Object.fromEntries(
    Object.values(kinds).map((kind) => [kind.name, { ...kind.spec, attrs: attributeSpecs(kind) }]),
  ) as Specs<Kinds, Spec>
}

/** The schema of a page, for everything that runs without a browser. The editor's is generated from the same kinds. */
export const schema = new Schema({
  nodes: specs<typeof nodeKinds, NodeSpec>(nodeKinds),
  marks: specs<typeof markKinds, MarkSpec>(markKinds),
})

/** A page with this title and one empty paragraph. */
export function emptyPage(title = ''): Node {
  return schema.node('doc', null, [
    schema.node('title', null, title === '' ? [] : [schema.text(title)]),
    schema.node('paragraph'),
  ])
}

/** A page from its stored JSON. Throws a RangeError when it isn't one: stored content is our own, so that is a bug. */
export function pageFromJson(json: unknown): Node {
  const page = Node.fromJSON(schema, json)
  page.check()
  return page
}
