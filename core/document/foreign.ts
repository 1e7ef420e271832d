import type { Node } from 'prosemirror-model'
import { AttrStep, ReplaceAroundStep, ReplaceStep, type Step, Transform } from 'prosemirror-transform'
import { namedBy, REFERRING } from '../kinds/facts.ts'
import { instead, type OtherItem, wholeOrApart } from './shelf-items.ts'

/** What content names that belongs to a course: things of its shelf, questions of its bank. */
export interface Named {
  readonly items: readonly string[]
  readonly questions: readonly string[]
}

/** What steps bring into a page that names something of a course, each once. */
export function namedBySteps(steps: readonly Step[]): Named {
  const found = { shelf: new Set<string>(), questions: new Set<string>() }
  for (const step of steps) {
    if (step instanceof ReplaceStep || step instanceof ReplaceAroundStep)
      step.slice.content.descendants((node) => {
        const named = namedBy(node)
        if (named) found[named.to].add(named.id)
        return !node.isTextblock
      })
    else if (step instanceof AttrStep && REFERRING.has(step.attr))
      found[REFERRING.get(step.attr)!].add(String(step.value))
  }
  return { items: [...found.shelf], questions: [...found.questions] }
}

/**
 * What stands in the place of what belongs to another course, by the id that is in the page; null where nothing may.
 */
export interface Replacements {
  readonly items: ReadonlyMap<string, OtherItem | null>
  readonly questions: ReadonlyMap<string, string | null>
}

/**
 * The steps that put this course's own in the place of another's. A picture that may not come along is left to its
 * alternative text and its caption, a question to an empty place for one.
 */
export function replaceForeign(page: Node, { items, questions }: Replacements): Step[] {
  const found: { node: Node; position: number; named: NonNullable<ReturnType<typeof namedBy>> }[] = []
  const replaced = { shelf: items, questions }
  page.descendants((node, position) => {
    const named = namedBy(node)
    if (named && replaced[named.to].has(named.id)) found.push({ node, position, named })
    return !node.isTextblock
  })
  const transform = new Transform(page)
  // From the end, no replacement moves another's place.
  for (const { node, position, named } of found.reverse()) {
    const own = named.to === 'questions' ? (questions.get(named.id) ?? 'none') : items.get(named.id)?.item
    if (own !== undefined) transform.setNodeAttribute(position, named.attribute, own)
    else leaveWords(transform, position, node)
  }
  return transform.steps
}

/** Puts words in the place of a picture. A piece that is none without its picture is taken apart. */
function leaveWords(transform: Transform, position: number, picture: Node): void {
  const { parent, index, before } = placeIn(transform.doc, position)
  const words = instead(picture)
  if (parent.canReplaceWith(index, index + 1, words.type))
    return void transform.replaceWith(position, position + picture.nodeSize, words)
  const left = wholeOrApart(parent.copy(parent.content.replaceChild(index, words)))
  transform.replaceWith(before, before + parent.nodeSize, left)
}

function placeIn(page: Node, position: number): { parent: Node; index: number; before: number } {
  const $position = page.resolve(position)
  return { parent: $position.parent, index: $position.index(), before: $position.depth > 0 ? $position.before() : 0 }
}
