import type { Node } from 'prosemirror-model'
import { countWords } from '../document/statistics.ts'
import { isA, kindOf } from '../kinds/facts.ts'
import { PARTS_PIECES, type PartsPiece } from '../structure/headings.ts'
import type { Shape } from '../structure/reshape/shapes.ts'
import { hiddenWords, type Measures, measuresOf } from './measures.ts'

/** Something that measures say of a page or a piece, and what would help. */
export interface Advice {
  /** As a sentence or two. */
  readonly message: string
  /** Where it is; null for the page as a whole. */
  readonly position: number | null
  /** What it would better be turned into; null where only its author can tell. */
  readonly into: Shape | 'pages' | null
}

/*
 * Common practice throughout: what is folded away is read by fewer, what is alone or long is better seen without a
 * click. The numbers are ours.
 */
const MOST_TABS = 7
const MOST_MINUTES = 20
const MOST_UNBROKEN = 350
const MOST_DEEP = 3
/** Below so many words nothing is too long, too unequal or too much hidden. */
const FEW = 150

const ALONE: Readonly<Record<PartsPiece, string>> = {
  tabs: 'One tab alone hides nothing and needs a click: a heading says the same.',
  accordion: 'One part alone: a heading says the same without a click.',
  steps: 'One step alone: a heading says the same.',
  cards: 'One card alone: a heading says the same.',
  timeline: 'One date alone makes no line: a heading says the same.',
  carousel: 'One slide alone leads nowhere: a heading says the same.',
}

const isParts = (name: string): name is PartsPiece => (PARTS_PIECES as readonly string[]).includes(name)

/** What the measures of a piece with parts say of it; null where they say nothing. */
export function adviceOnPiece(piece: Node): Pick<Advice, 'message' | 'into'> | null {
  const { name } = piece.type
  if (!isParts(name)) return null
  const words = piece.children.map((part) => countWords(part))
  const total = words.reduce((sum, each) => sum + each, 0)
  if (words.length === 1) return { message: ALONE[name], into: 'headings' }
  if (name === 'tabs' && words.length > MOST_TABS)
    return {
      message: `${words.length} tabs do not stand in one line on most screens. An accordion has room for many.`,
      into: 'accordion',
    }
  if (name === 'carousel' && total >= FEW)
    return { message: 'Few students go past the first slide. Steps or cards show all of it at once.', into: 'steps' }
  if (name !== 'tabs' && name !== 'accordion') return null
  const most = Math.max(...words)
  const share = total === 0 ? 0 : Math.round((most / total) * 100)
  if (total < FEW || share <= 60) return null
  return {
    message: `Part ${words.indexOf(most) + 1} holds ${share}% of the words. As headings, students would see it without a click.`,
    into: 'headings',
  }
}

/** What the measures of a page say, the page as a whole first, then from its beginning to its end. */
export function adviceOnPage(page: Node, measures: Measures = measuresOf(page)): Advice[] {
  return [...adviceOnWhole(page, measures), ...unbroken(page), ...adviceOnPieces(page)]
}

function* adviceOnWhole(page: Node, { minutes, hidden, words }: Measures): Generator<Advice> {
  if (minutes > MOST_MINUTES) {
    const hasHeadings = page.children.some((node) => isA(node, 'heading'))
    yield {
      message: `Some ${minutes} minutes to read at one go. ${hasHeadings ? 'A page for each main heading is easier to come back to.' : 'Headings would let students find their way, and let it become several pages.'}`,
      position: null,
      into: hasHeadings ? 'pages' : null,
    }
  }
  const share = words === 0 ? 0 : Math.round((hidden / words) * 100)
  if (words < 2 * FEW || share <= 60) return
  const position = mostHidden(page)
  yield {
    message: `${share}% of the words are folded away at first sight. Who scrolls through, or is in a hurry, misses them.`,
    position,
    into: position === null ? null : 'headings',
  }
}

/** The piece with parts that hides most. */
function mostHidden(page: Node): number | null {
  let [found, most]: [number | null, number] = [null, 0]
  page.descendants((node, position) => {
    if (!isParts(node.type.name) || kindOf(node).folds === undefined) return !node.isTextblock
    const words = hiddenWords(node)
    if (words > most) [found, most] = [position, words]
    return false
  })
  return found
}

/** Stretches of paragraphs on the page itself with nothing between them. */
function* unbroken(page: Node): Generator<Advice> {
  let [from, words, position]: [number, number, number] = [0, 0, 0]
  const said = (): Advice[] =>
    words > MOST_UNBROKEN
      ? [{ message: `${words} words without a heading, list or picture between them.`, position: from, into: null }]
      : []
  for (const node of page.children) {
    if (!isA(node, 'paragraph')) {
      yield* said()
      words = 0
    } else {
      if (words === 0) from = position
      words += countWords(node)
    }
    position += node.nodeSize
  }
  yield* said()
}

function adviceOnPieces(page: Node): Advice[] {
  const found: Advice[] = []
  const look = (node: Node, position: number, outer: readonly number[]): void => {
    const isPiece = kindOf(node).isPiece === true && !isA(node, 'bulletList', 'orderedList', 'picture')
    const own = adviceOnPiece(node)
    if (own) found.push({ ...own, position })
    const around = isPiece ? [...outer, position] : outer
    if (isPiece && outer.length === MOST_DEEP) {
      const first = page.nodeAt(outer[0]!)
      found.push({
        message: `Pieces stand ${MOST_DEEP + 1} deep in each other here. Students lose track of where they are.`,
        position: outer[0]!,
        into: first && isParts(first.type.name) ? 'headings' : null,
      })
    }
    if (!node.isTextblock) node.forEach((child, offset) => look(child, position + 1 + offset, around))
  }
  page.forEach((node, offset) => look(node, offset, []))
  return found
}
