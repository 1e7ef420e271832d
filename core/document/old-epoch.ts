import { Node, type NodeSpec, Schema } from 'prosemirror-model'
import { Step } from 'prosemirror-transform'
import { nodeKinds } from '../kinds/registry.ts'
import type { OldShape } from '../kinds/upgrade.ts'
import { upgrades } from '../kinds/upgrades.ts'
import { schema } from './schema.ts'
import { upgraded, upgradesFrom } from './upgrade.ts'

/** A batch of the log as it is stored. */
export interface OldBatch {
  readonly schemaVersion: number
  readonly steps: readonly unknown[]
}

/**
 * A page of an old epoch, some batches on: stored JSON of the page and of what was written on it, of whatever versions,
 * as a page is stored now. Steps of that time can't be read by the kinds of today; but they were checked when they came
 * in, so they are put together here by the sizes of things alone.
 */
export function replayOld(content: unknown, version: number, batches: readonly OldBatch[], all = upgrades): unknown {
  let json = content
  let at = version
  // All that follows in one version is put together at once: reading a page costs more than its steps.
  for (let from = 0; from < batches.length;) {
    const { schemaVersion } = batches[from]!
    const end = batches.findIndex((batch, index) => index > from && batch.schemaVersion !== schemaVersion)
    const run = batches.slice(from, end < 0 ? undefined : end)
    json = applied(
      upgraded(json, at, schemaVersion, all),
      run.flatMap(({ steps }) => steps),
      shapesAt(schemaVersion, all),
    )
    at = schemaVersion
    from += run.length
  }
  return upgraded(json, at, all.length + 1, all)
}

/** How each kind counted positions at a version: as it does now, but for those that were changed since. */
function shapesAt(version: number, all: typeof upgrades): Map<string, OldShape> {
  const shapes = new Map<string, OldShape>(
    Object.entries(schema.nodes).map(([name, type]) => [
      name,
      { holds: type.isTextblock ? 'text' : type.isLeaf ? 'nothing' : 'blocks', isInline: type.isInline },
    ]),
  )
  for (const { oldShapes } of upgradesFrom(version, all.length + 1, all).toReversed())
    for (const [name, shape] of Object.entries(oldShapes ?? {})) shapes.set(name, shape)
  return shapes
}

function applied(json: unknown, steps: readonly unknown[], shapes: ReadonlyMap<string, OldShape>): unknown {
  const sizes = sizesOnly(shapes, namesIn([json, steps]))
  let page = Node.fromJSON(sizes, json)
  for (const step of steps) {
    const result = Step.fromJSON(sizes, step).apply(page)
    if (!result.doc) throw new RangeError(`A stored step does not apply: ${result.failed ?? ''}`)
    page = result.doc
  }
  return JSON.parse(JSON.stringify(page.toJSON())) as unknown
}

const CONTENT = { nothing: '', text: 'inline*', blocks: 'block*' } as const

/** A schema that knows how large things are, and nothing of what may stand where or how it may be set. */
function sizesOnly(shapes: ReadonlyMap<string, OldShape>, { settings, marks: names }: Names): Schema {
  // A setting that nobody gave stays out of the JSON.
  const attrs = Object.fromEntries([...settings].map((name) => [name, { default: undefined }]))
  const spec = (name: string, { holds, isInline = false }: OldShape): NodeSpec =>
    name === 'text'
      ? { group: 'inline' }
      : { content: CONTENT[holds], marks: '_', inline: isInline, group: isInline ? 'inline' : 'block', attrs }
  const nodes = Object.fromEntries([...shapes].map(([name, shape]) => [name, spec(name, shape)]))
  const marks = Object.fromEntries([...names].map((name) => [name, { attrs, excludes: '' }]))
  return new Schema({ nodes, marks, topNode: nodeKinds.doc.name })
}

interface Names {
  readonly settings: Set<string>
  readonly marks: Set<string>
}

/** The names of all settings and marks that stand anywhere in stored JSON. */
function namesIn(json: unknown, found: Names = { settings: new Set(), marks: new Set() }): Names {
  if (Array.isArray(json)) for (const each of json) namesIn(each, found)
  else if (typeof json === 'object' && json !== null)
    for (const [key, value] of Object.entries(json) as [string, unknown][]) {
      if (key === 'attrs' && typeof value === 'object' && value !== null)
        for (const name of Object.keys(value)) found.settings.add(name)
      else if (key === 'attr' && typeof value === 'string') found.settings.add(value)
      else {
        const marks = key === 'marks' && Array.isArray(value) ? value : key === 'mark' ? [value] : []
        for (const { type } of marks as { type: string }[]) found.marks.add(type)
        namesIn(value, found)
      }
    }
  return found
}
