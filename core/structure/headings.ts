import type { Node } from 'prosemirror-model'
import { isA } from '../kinds/facts.ts'
import type { Sections } from './reshape/sections.ts'

/** Pieces made of titled parts. */
export const PARTS_PIECES = ['tabs', 'accordion', 'steps', 'cards', 'timeline', 'carousel'] as const
export type PartsPiece = (typeof PARTS_PIECES)[number]

/** Blocks that lie side by side in one parent and begin with a heading: what becomes parts. */
export interface HeadingRun {
  /** Where the run begins and ends in the page. */
  readonly from: number
  readonly to: number
  readonly level: number
  /** The words of the headings, in order. */
  readonly titles: readonly string[]
}

const isHeading = (node: Node, level?: number): boolean =>
  isA(node, 'heading') && (level === undefined || node.attrs.level === level)

/**
 * The run of parts that a selection or cursor means. With a selection: the blocks it touches, from the first heading
 * of the highest level among them. With a cursor in or under a heading: every neighbouring heading of its level with
 * what stands under it, up to a heading of a higher level; where it has no neighbour, those of the level above.
 * Null where no heading leads.
 */
export function headingRun(page: Node, from: number, to: number): HeadingRun | null {
  const range = page.resolve(from).blockRange(page.resolve(to))
  if (!range) return null
  const { parent } = range
  const [first, last] = [range.startIndex, range.endIndex - 1]
  const levels = headingLevels(parent, first, last)
  const isMarked = levels.length > 1 || (from !== to && levels.length > 0)
  const found = isMarked ? markedRun(parent, first, last, Math.min(...levels)) : runAround(parent, first, last)
  if (!found) return null
  return runOf(parent, range.$from.start(range.depth), found)
}

/** A run as places of the page; the content of its parent begins at `start`. */
function runOf(parent: Node, start: number, { first, last, level }: IndexRun): HeadingRun {
  const titles: string[] = []
  for (let at = first; at <= last; at++)
    if (isHeading(parent.child(at), level)) titles.push(parent.child(at).textContent)
  return { from: start + sizeBefore(parent, first), to: start + sizeBefore(parent, last + 1), level, titles }
}

interface IndexRun {
  readonly first: number
  readonly last: number
  readonly level: number
}

function markedRun(parent: Node, from: number, to: number, level: number): IndexRun {
  let [first, last] = [from, to]
  while (!isHeading(parent.child(first), level)) first++
  // The last of the chosen headings keeps what stands under it, whether it was marked or not.
  while (last + 1 < parent.childCount && !isHeading(parent.child(last + 1))) last++
  return { first, last, level }
}

/**
 * The nearest level above a block at which there is more than one heading; the nearest heading's own if there is none.
 */
function runAround(parent: Node, from: number, to: number): IndexRun | null {
  let nearest: IndexRun | null = null
  let below = 7
  for (let at = from; at >= 0; at--) {
    const node = parent.child(at)
    if (!isHeading(node) || Number(node.attrs.level) >= below) continue
    below = Number(node.attrs.level)
    const run = siblingRun(parent, at, to, below)
    nearest ??= run
    if (headingLevels(parent, run.first, run.last).filter((level) => level === below).length > 1) return run
  }
  return nearest
}

function siblingRun(parent: Node, leading: number, to: number, level: number): IndexRun {
  const ends = (node: Node): boolean => isHeading(node) && Number(node.attrs.level) < level
  let [first, last] = [leading, to]
  for (let at = leading - 1; at >= 0 && !ends(parent.child(at)); at--)
    if (isHeading(parent.child(at), level)) first = at
  while (last + 1 < parent.childCount && !ends(parent.child(last + 1))) last++
  return { first, last, level }
}

function headingLevels(parent: Node, first: number, last: number): number[] {
  const levels: number[] = []
  for (let at = first; at <= last; at++)
    if (isHeading(parent.child(at))) levels.push(Number(parent.child(at).attrs.level))
  return levels
}

function sizeBefore(parent: Node, index: number): number {
  let size = 0
  for (let at = 0; at < index; at++) size += parent.child(at).nodeSize
  return size
}

/** The headings of a run as sections, each with what stands under it; one of a higher level begins one as well. */
export function sectionsOfRun(page: Node, run: HeadingRun): Sections {
  const before: Node[] = []
  const sections: { id: string | null; title: readonly Node[]; blocks: Node[] }[] = []
  page.slice(run.from, run.to).content.forEach((node) => {
    if (isHeading(node) && Number(node.attrs.level) <= run.level)
      sections.push({ id: node.attrs.id as string | null, title: node.children, blocks: [] })
    else (sections.at(-1)?.blocks ?? before).push(node)
  })
  return { before, sections, level: run.level }
}

/**
 * The runs that a selection or cursor can mean, the nearest first: that of `headingRun`, and around a cursor those of
 * the levels above.
 */
export function headingRuns(page: Node, from: number, to: number): readonly HeadingRun[] {
  const nearest = headingRun(page, from, to)
  if (!nearest || from !== to) return nearest ? [nearest] : []
  const $from = page.resolve(nearest.from)
  const { parent } = $from
  const runs = [nearest]
  let below = nearest.level
  for (let at = $from.index() - 1; at >= 0; at--) {
    const node = parent.child(at)
    if (!isHeading(node) || Number(node.attrs.level) >= below) continue
    below = Number(node.attrs.level)
    runs.push(runOf(parent, $from.start(), siblingRun(parent, at, $from.index(), below)))
  }
  return runs
}
