import type { Node } from 'prosemirror-model'
import { Step } from 'prosemirror-transform'
import type { NodeJson } from '../kinds/kind.ts'
import type { MarkJson, Upgrade } from '../kinds/upgrade.ts'
import { SCHEMA_VERSION, upgrades } from '../kinds/upgrades.ts'

type Json = Record<string, unknown>
const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

/**
 * The upgrades that lead from a version to another, oldest first. Throws a RangeError for a version that is not known
 * here: a newer Fieldstone wrote it.
 */
export function upgradesFrom(version: number, to = SCHEMA_VERSION, all = upgrades): readonly Upgrade[] {
  if (!Number.isInteger(version) || version < 1 || version > all.length + 1)
    throw new RangeError(
      `Content of version ${version} is not known here: this Fieldstone reads up to ${all.length + 1}.`,
    )
  return all.slice(version - 1, to - 1)
}

/** Steps can't be read on: positions mean something else since they were written. */
export class PositionsChanged extends RangeError {}

/** True when every position in content of that version means the same now. */
export function keepsPositions(version: number, all = upgrades): boolean {
  return upgradesFrom(version, all.length + 1, all).every((upgrade) => upgrade.keepsPositions)
}

/**
 * Stored content as it would be written now: a page, passage or node, a slice, a list of nodes, or an object that holds
 * any of these, such as a question. The door through which everything that was stored comes in; content of the newest
 * version is returned as it is.
 */
export function upgraded<T>(content: T, version: number, to = SCHEMA_VERSION, all = upgrades): T {
  return upgradesFrom(version, to, all).reduce<unknown>((json, upgrade) => walk(json, upgrade), content) as T
}

function walk(json: unknown, upgrade: Upgrade): unknown {
  if (Array.isArray(json))
    return json.flatMap((each): readonly unknown[] => (isNode(each) ? nodesOf(each, upgrade) : [walk(each, upgrade)]))
  if (isNode(json)) return nodesOf(json, upgrade)[0]
  return isObject(json)
    ? Object.fromEntries(Object.entries(json).map(([key, value]) => [key, walk(value, upgrade)]))
    : json
}

/** A node has a type and, unlike a mark, content or text or a place in a list of nodes. */
const isNode = (json: unknown): json is NodeJson =>
  isObject(json) && typeof json.type === 'string' && !('stepType' in json)

function nodesOf({ content, marks, ...rest }: NodeJson, upgrade: Upgrade): readonly NodeJson[] {
  const node: NodeJson = {
    ...rest,
    ...(content && { content: content.flatMap((child) => nodesOf(child, upgrade)) }),
    ...(marks && { marks: marks.flatMap((mark) => markOf(mark, upgrade) ?? []) }),
  }
  return node.type === upgrade.kind && upgrade.node ? upgrade.node(node) : [node]
}

const markOf = (mark: MarkJson, upgrade: Upgrade): MarkJson | null =>
  mark.type === upgrade.kind && upgrade.mark ? upgrade.mark(mark) : mark

/**
 * Steps of an older version as they would be written now, for a page as it stands now before them. A step whose setting
 * is gone falls out. Throws `PositionsChanged` where positions mean something else since (`keepsPositions`), a
 * RangeError when a step does not apply.
 */
export function upgradedSteps(page: Node, steps: readonly unknown[], version: number, all = upgrades): unknown[] {
  const list = upgradesFrom(version, all.length + 1, all)
  if (list.length === 0) return [...steps]
  if (!keepsPositions(version, all)) throw new PositionsChanged(`Steps of version ${version} can’t be read on.`)
  let now = page
  return steps.flatMap((json) => {
    const step = list.reduce<unknown>(
      (each, upgrade, at) => (each === null ? null : stepOf(each as Json, upgrade, list.slice(at), now)),
      json,
    )
    if (step === null) return []
    const result = Step.fromJSON(now.type.schema, step).apply(now)
    if (!result.doc) throw new RangeError(`A step of version ${version} does not apply: ${result.failed ?? ''}`)
    now = result.doc
    return [step]
  })
}

function stepOf(step: Json, upgrade: Upgrade, rest: readonly Upgrade[], page: Node): Json | null {
  if (isObject(step.mark)) {
    const mark = markOf(step.mark as unknown as MarkJson, upgrade)
    return mark && { ...step, mark }
  }
  if (step.stepType === 'attr') return attributeStep(step, upgrade, rest, page)
  return walk(step, upgrade) as Json
}

/**
 * A step that changes one setting says which place, not which kind; the page says it, by the name that the kind has
 * now.
 */
function attributeStep(step: Json, upgrade: Upgrade, rest: readonly Upgrade[], page: Node): Json | null {
  const becomes = rest.reduce<string | undefined>(
    (kind, each) => (kind === each.kind && each.node ? each.node({ type: kind, attrs: {} })[0]?.type : kind),
    upgrade.kind,
  )
  if (!upgrade.node || page.nodeAt(Number(step.pos))?.type.name !== becomes) return step
  const [setting] = Object.entries(
    upgrade.node({ type: upgrade.kind, attrs: { [String(step.attr)]: step.value } })[0]?.attrs ?? {},
  )
  return setting ? { ...step, attr: setting[0], value: setting[1] } : null
}
