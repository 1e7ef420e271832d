import { Fragment, type Node, type NodeType } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA, markOn } from '../kinds/facts.ts'

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
  const start = range.$from.start(range.depth)
  const titles: string[] = []
  for (let at = found.first; at <= found.last; at++)
    if (isHeading(parent.child(at), found.level)) titles.push(parent.child(at).textContent)
  return {
    from: start + sizeBefore(parent, found.first),
    to: start + sizeBefore(parent, found.last + 1),
    level: found.level,
    titles,
  }
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

/** Makes a piece with parts of a run: each heading becomes the title of a part, what stands under it the part. */
export function headingsToParts(page: Node, run: HeadingRun, piece: PartsPiece): Transform {
  const types = page.type.schema.nodes
  const parts: { heading: Node; blocks: Node[] }[] = []
  page.slice(run.from, run.to).content.forEach((node) => {
    if (isHeading(node, run.level)) parts.push({ heading: node, blocks: [] })
    else parts.at(-1)?.blocks.push(node)
  })
  const made = parts.map(({ heading, blocks }) => {
    const content = [...beneathTitle(heading, types.paragraph!), ...blocks]
    return types.part!.create({ id: heading.attrs.id as string | null }, [
      titleFrom(heading, types.partTitle!),
      ...(content.length > 0 ? content : [types.paragraph!.create()]),
    ])
  })
  return new Transform(page).replaceWith(run.from, run.to, types[piece]!.create({ level: run.level }, made))
}

/** The words of a heading with the marks that a title admits; a line break becomes a space. */
function titleFrom(heading: Node, type: NodeType): Node {
  const line: Node[] = []
  heading.forEach((inline) => {
    if (inline.isText) line.push(inline.mark(inline.marks.filter((mark) => type.allowsMarkType(mark.type))))
    else line.push(heading.type.schema.text(' '))
  })
  return type.create(null, Fragment.from(line))
}

/**
 * A heading may hold links, equations and notes, a title may not: they go into a paragraph of their own, so that none
 * is lost.
 */
function beneathTitle(heading: Node, paragraph: NodeType): Node[] {
  const kept = heading.children.filter(
    (inline) => markOn(inline, 'link') !== undefined || !(inline.isText || isA(inline, 'lineBreak')),
  )
  return kept.length > 0 ? [paragraph.create(null, Fragment.from(kept))] : []
}

/** Makes headings of the parts of a piece, with what stood in them beneath. Null when there are none. */
export function partsToHeadings(page: Node, position: number): Transform | null {
  const piece = page.nodeAt(position)
  if (!piece || !isA(piece.firstChild, 'part')) return null
  const heading = piece.type.schema.nodes.heading!
  const blocks: Node[] = []
  piece.forEach((part) => {
    blocks.push(
      heading.create(
        { level: piece.attrs.level as number, id: part.attrs.id as string | null },
        part.firstChild?.content,
      ),
    )
    const isBare = part.childCount === 2 && isA(part.child(1), 'paragraph') && part.child(1).content.size === 0
    for (let at = 1; at < part.childCount && !isBare; at++) blocks.push(part.child(at))
  })
  return new Transform(page).replaceWith(position, position + piece.nodeSize, blocks)
}

/** Turns a piece with parts into another; the parts stay as they are. Null when the piece has none. */
export function reform(page: Node, position: number, into: PartsPiece): Transform | null {
  const piece = page.nodeAt(position)
  if (!piece || !isA(piece.firstChild, 'part')) return null
  // What the other piece has settings for, too; the rest begins as it does there.
  const { level } = piece.attrs
  return new Transform(page).setNodeMarkup(position, page.type.schema.nodes[into], { level: level as number })
}
