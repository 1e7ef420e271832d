import { withArticle } from '../kinds/article.ts'
import { type Attrs, Mark, type Node } from 'prosemirror-model'
import {
  AddMarkStep,
  AddNodeMarkStep,
  AttrStep,
  RemoveMarkStep,
  RemoveNodeMarkStep,
  ReplaceAroundStep,
  Step,
  type StepMap,
} from 'prosemirror-transform'
import { z } from 'zod'
import type { MarkKind, NodeKind } from '../kinds/kind.ts'
import { markKinds, nodeKinds } from '../kinds/registry.ts'
import { MOST_BATCH_LENGTH, MOST_DEPTH, MOST_PAGE_SIZE, MOST_STEPS, TITLE_LENGTH } from './limits.ts'
import { schema } from './schema.ts'
import { cleanText } from '../tree/characters.ts'
import { isA } from '../kinds/facts.ts'

const position = z.number().int().min(0).max(MOST_PAGE_SIZE)
const slice = z.object({
  content: z.array(z.unknown()).optional(),
  openStart: z.number().int().min(0).max(MOST_DEPTH).optional(),
  openEnd: z.number().int().min(0).max(MOST_DEPTH).optional(),
})
const mark = z.object({ type: z.string().max(40) }).loose()
const range = { from: position, to: position }

/** The step types that pages know; steps on the document itself have no attribute to set. */
const stepJson = z.discriminatedUnion('stepType', [
  z.object({ stepType: z.literal('replace'), ...range, slice: slice.optional(), structure: z.boolean().optional() }),
  z.object({
    stepType: z.literal('replaceAround'),
    ...range,
    gapFrom: position,
    gapTo: position,
    insert: position,
    slice: slice.optional(),
    structure: z.boolean().optional(),
  }),
  z.object({ stepType: z.literal('addMark'), ...range, mark }),
  z.object({ stepType: z.literal('removeMark'), ...range, mark }),
  z.object({ stepType: z.literal('addNodeMark'), pos: position, mark }),
  z.object({ stepType: z.literal('removeNodeMark'), pos: position, mark }),
  z.object({ stepType: z.literal('attr'), pos: position, attr: z.string().max(40), value: z.unknown() }),
])
const stepsJson = z.array(stepJson).min(1).max(MOST_STEPS)

export type Refusal = { readonly ok: false; readonly reason: string }
export type Applied = { readonly ok: true; readonly page: Node; readonly steps: readonly Step[] }

const refuse = (reason: string): Refusal => ({ ok: false, reason })

/**
 * Applies steps that nobody has checked to a page that is right, and checks what they made:
 * each node that touches a changed range. `reason` is a sentence for the author.
 */
export function applyUnsafeSteps(page: Node, unsafeSteps: unknown): Applied | Refusal {
  const shape = shapeProblem(unsafeSteps)
  if (shape) return refuse(shape)
  const parsed = stepsJson.safeParse(unsafeSteps)
  if (!parsed.success)
    return refuse(`A change was not in the expected form (${parsed.error.issues[0]?.path.join('.') ?? ''}).`)
  const steps: Step[] = []
  let next = page
  for (const json of parsed.data) {
    try {
      const step = Step.fromJSON(schema, json)
      const result = step.apply(next)
      if (!result.doc) return refuse(`A change does not fit the page (${result.failed ?? 'no reason given'}).`)
      next = result.doc
      steps.push(step)
    } catch (error) {
      return refuse(`A change does not fit the page (${error instanceof Error ? error.message : 'unknown'}).`)
    }
  }
  const problem = problemAfter(next, steps)
  return problem ? refuse(problem) : { ok: true, page: next, steps }
}

/** What is wrong with a page that steps have made of one that was right, or null. */
export function problemAfter(page: Node, steps: readonly Step[]): string | null {
  if (page.content.size > MOST_PAGE_SIZE)
    return 'The page would grow beyond its largest size. Split it into several pages.'
  return problemIn(page, changedRanges(steps))
}

/**
 * What is wrong with the form of unknown JSON before anything recursive may touch it: too deep, too long,
 * text that is not well formed. Null when nothing is.
 */
function shapeProblem(unsafeJson: unknown): string | null {
  // Two stacks and no entries: of 100,000 nodes an object for each took half as long again.
  const waiting: unknown[] = [unsafeJson]
  const depths: number[] = [0]
  let length = 0
  while (waiting.length > 0) {
    const value = waiting.pop()
    const depth = depths.pop()!
    // Two JSON levels a node (the node, its content), and the batch, step and slice around them.
    if (depth > 2 * MOST_DEPTH + 12) return `A page nests at most ${MOST_DEPTH} levels deep.`
    if (typeof value === 'string') {
      length += value.length
      const wrong = textProblem(value)
      if (wrong) return wrong
    } else if (typeof value === 'object' && value !== null)
      for (const key in value) {
        length += key.length + 4
        waiting.push((value as Readonly<Record<string, unknown>>)[key])
        depths.push(depth + 1)
      }
    if (length > MOST_BATCH_LENGTH) return 'That is more than one change may hold.'
  }
  return null
}

/**
 * Why a text can't stand in a page, or null: control characters other than tab and line feed, half a surrogate pair.
 */
export function textProblem(value: string): string | null {
  if (cleanText(value) === value) return null
  if (!value.isWellFormed()) return 'The text holds half of a character (a lone surrogate).'
  return 'The text holds a control character that no page can show.'
}

type Range = readonly [from: number, to: number]

/** Where the steps changed something, in positions after the last of them. */
export function changedRanges(steps: readonly Step[]): Range[] {
  let ranges: Range[] = []
  for (const step of steps) {
    const map = step.getMap()
    ranges = ranges.map(([from, to]) => [map.map(from, -1), map.map(to, 1)] as const)
    ranges.push(...ownRanges(step, map))
  }
  return ranges
}

function ownRanges(step: Step, map: StepMap): Range[] {
  if (step instanceof AddMarkStep || step instanceof RemoveMarkStep) return [[step.from, step.to]]
  if (step instanceof AttrStep || step instanceof AddNodeMarkStep || step instanceof RemoveNodeMarkStep)
    return [[step.pos, step.pos + 1]]
  // What a wrap encloses gets deeper without being changed: its depth must be seen again.
  if (step instanceof ReplaceAroundStep) return [[step.from, map.map(step.to, 1)]]
  const ranges: Range[] = []
  map.forEach((_oldStart, _oldEnd, from, to) => ranges.push([from, to]))
  return ranges
}

/** What is wrong with the nodes touching these ranges, or null. */
export function problemIn(page: Node, ranges: readonly Range[]): string | null {
  const visit = (node: Node, start: number, depth: number, touching: readonly Range[]): string | null => {
    const own = nodeProblem(node, depth)
    if (own) return own
    let problem: string | null = null
    node.forEach((child, offset) => {
      if (problem) return
      const [from, to] = [start + offset, start + offset + child.nodeSize]
      const inside = touching.filter((range) => range[0] - 1 <= to && range[1] + 1 >= from)
      if (inside.length > 0) problem = visit(child, from + 1, depth + 1, inside)
    })
    return problem
  }
  return visit(page, 0, 0, ranges)
}

/** What is wrong with the whole page, or null. Agrees with `problemIn` for a page that was right before the steps. */
export function problemOfPage(page: Node): string | null {
  return problemIn(page, [[0, page.content.size]])
}

function nodeProblem(node: Node, depth: number): string | null {
  if (depth > MOST_DEPTH) return `A page nests at most ${MOST_DEPTH} levels deep.`
  if (!node.type.validContent(node.content))
    return `${withArticle(labelOf(node.type.name))} can't hold what was put into it.`
  const wrong = attributesProblem(node)
  if (wrong) return wrong
  let set = Mark.none
  for (const each of node.marks) {
    const wrongMark = attributesProblem(each)
    if (wrongMark) return wrongMark
    set = each.addToSet(set)
  }
  if (!Mark.sameSet(set, node.marks)) return 'The marks of a passage contradict each other.'
  if (node.isText) return textProblem(node.text ?? '')
  if (isA(node, 'title') && node.content.size > TITLE_LENGTH)
    return `A title holds at most ${TITLE_LENGTH} characters; this one has ${node.content.size}.`
  return null
}

const kinds: Record<string, NodeKind | MarkKind> = { ...nodeKinds, ...markKinds }
/** What a strict schema costs is its making: each kind's is made once. */
const strictAttributes = new Map(Object.entries(kinds).map(([name, { attributes }]) => [name, attributes.strict()]))
const labelOf = (name: string): string => kinds[name]?.label ?? name
/** Attribute objects never change and are shared between versions of a page: each is checked once. */
const right = new WeakSet<Attrs>()

/** What is wrong with the settings of a node or mark, as a sentence; null when its kind allows them all. */
export function attributesProblem(thing: Node | Mark): string | null {
  if (right.has(thing.attrs)) return null
  const result = strictAttributes.get(thing.type.name)?.safeParse(thing.attrs)
  if (!result?.success)
    return `${withArticle(labelOf(thing.type.name))} has a setting that is not allowed (${result?.error.issues[0]?.path.join('.') ?? ''}: ${JSON.stringify(thing.attrs).slice(0, 100)}).`
  right.add(thing.attrs)
  return null
}
