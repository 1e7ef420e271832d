import type { Node } from 'prosemirror-model'
import { Mapping, type ReplaceStep, type Step, type StepMap, Transform } from 'prosemirror-transform'

/** Words of one text block and what takes their place. */
export interface Place {
  readonly from: number
  readonly to: number
  /** The words that take the place; none takes the words away. */
  readonly put: string
}

/**
 * Puts words in the place of others, each with the marks that the first of those has; the places are in order and do
 * not overlap. An editor hands in its transaction.
 */
export function replaceWords<T extends Transform>(transform: T, places: readonly Place[]): T {
  const page = transform.doc
  for (const { from, to, put } of places.toReversed()) {
    // Not what would go on if one typed there: a link whose last words are replaced stays one.
    const marks = page.resolve(from).nodeAfter?.marks ?? []
    if (put === '') transform.delete(from, to)
    else transform.replaceWith(from, to, page.type.schema.text(put, marks))
  }
  return transform
}

/** What can be replaced, and how much can't since others have written there. */
export interface Standing {
  readonly places: readonly Place[]
  readonly leftOut: number
}

const wordsIn = (page: Node, from: number, to: number): string => page.textBetween(from, to, '\n', '\uFFFC')

/**
 * Places of a page as it was, in order, in the page as others have brought it on since: those whose words still stand
 * there.
 */
export function standingPlaces(before: Node, places: readonly Place[], since: readonly StepMap[], now: Node): Standing {
  const mapping = new Mapping([...since])
  let end = 0
  const standing = places.flatMap(({ from, to, put }) => {
    // Nobody has checked whether they overlap.
    if (from < end || !isInOneLine(before, from, to)) return []
    end = to
    const [start, stop] = [mapping.map(from, 1), mapping.map(to, -1)]
    return start < stop && isInOneLine(now, start, stop) && wordsIn(now, start, stop) === wordsIn(before, from, to)
      ? [{ from: start, to: stop, put }]
      : []
  })
  return { places: standing, leftOut: places.length - standing.length }
}

/** Nobody has checked where places are said to be. */
function isInOneLine(page: Node, from: number, to: number): boolean {
  if (from >= to || to > page.content.size) return false
  const $from = page.resolve(from)
  return $from.parent.inlineContent && $from.sameParent(page.resolve(to))
}

/** What takes a replacement back. */
export interface TakenBack {
  readonly steps: readonly Step[]
  readonly restored: number
  readonly leftOut: number
}

/**
 * Takes steps that replaced words back from a page that others have brought on since: each where what it put still
 * stands as it was put, with the marks that the old words had.
 */
export function takeBack(before: Node, steps: readonly Step[], since: readonly StepMap[], now: Node): TakenBack {
  const transform = new Transform(now)
  const maps = [...steps.map((step) => step.getMap()), ...since]
  const pages = steps.reduce<Node[]>((all, step) => [...all, step.apply(all.at(-1)!).doc!], [before])
  let restored = 0
  // The last first, as they are undone; each is carried over what stands behind it and over what is taken back already.
  for (const [at, step] of [...steps.entries()].reverse()) {
    const inverse = step.invert(pages[at]!) as ReplaceStep
    const mapping = new Mapping([...maps.slice(at + 1), ...transform.mapping.maps])
    const start = mapping.mapResult(inverse.from, 1)
    const end = mapping.mapResult(inverse.to, -1)
    const isPut = inverse.from < inverse.to
    const stands = isPut
      ? start.pos < end.pos &&
        isInOneLine(transform.doc, start.pos, end.pos) &&
        wordsIn(transform.doc, start.pos, end.pos) === wordsIn(pages[at + 1]!, inverse.from, inverse.to)
      : !start.deletedAcross && transform.doc.resolve(start.pos).parent.inlineContent
    if (!stands) continue
    transform.replace(start.pos, isPut ? end.pos : start.pos, inverse.slice)
    restored++
  }
  return { steps: transform.steps, restored, leftOut: steps.length - restored }
}
