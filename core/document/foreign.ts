import type { Node } from 'prosemirror-model'
import { AttrStep, ReplaceAroundStep, ReplaceStep, type Step, Transform } from 'prosemirror-transform'
import { instead, type OtherItem } from './shelf-items.ts'

/** What content names that belongs to a course: things of its shelf, questions of its bank. */
export interface Named {
  readonly items: readonly string[]
  readonly questions: readonly string[]
}

/** What steps bring into a page that names something of a course, each once. */
export function namedBySteps(steps: readonly Step[]): Named {
  const items = new Set<string>()
  const questions = new Set<string>()
  const look = (node: Node): boolean => {
    if (node.type.name === 'picture') items.add(String(node.attrs.item))
    else if (node.type.name === 'bankQuestion') questions.add(String(node.attrs.question))
    return !node.isTextblock
  }
  for (const step of steps) {
    if (step instanceof ReplaceStep || step instanceof ReplaceAroundStep) step.slice.content.descendants(look)
    else if (step instanceof AttrStep && step.attr === 'item') items.add(String(step.value))
    else if (step instanceof AttrStep && step.attr === 'question') questions.add(String(step.value))
  }
  return { items: [...items], questions: [...questions] }
}

/** What stands in the place of what belongs to another course, by the id that is in the page; null where nothing may. */
export interface Replacements {
  readonly items: ReadonlyMap<string, OtherItem | null>
  readonly questions: ReadonlyMap<string, string | null>
}

/**
 * The steps that put this course's own in the place of another's. A picture that may not come along is left to its
 * alternative text and its caption, a question to an empty place for one.
 */
export function replaceForeign(page: Node, { items, questions }: Replacements): Step[] {
  const found: { node: Node; position: number }[] = []
  page.descendants((node, position) => {
    if ((node.type.name === 'picture' && items.has(String(node.attrs.item))) || (node.type.name === 'bankQuestion' && questions.has(String(node.attrs.question)))) found.push({ node, position })
    return !node.isTextblock
  })
  const transform = new Transform(page)
  // From the end, no replacement moves another's place.
  for (const { node, position } of found.reverse()) {
    if (node.type.name === 'bankQuestion') {
      transform.setNodeAttribute(position, 'question', questions.get(String(node.attrs.question)) ?? 'none')
      continue
    }
    const other = items.get(String(node.attrs.item)) ?? null
    if (other) transform.setNodeAttribute(position, 'item', other.item)
    else transform.replaceWith(position, position + node.nodeSize, instead(node))
  }
  return transform.steps
}
