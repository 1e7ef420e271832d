import type { Node } from 'prosemirror-model'
import { isA, kindOf } from '../kinds/facts.ts'

/** A student's screen: how wide a line of the reading room is on it, and how much of a page is seen at once. */
export interface Screen {
  /** Characters of a line. */
  readonly line: number
  /** CSS pixels of the column. */
  readonly width: number
  /** CSS pixels of a page that are seen at once. */
  readonly height: number
}

/** A common phone and a common laptop, without the bars of the browser (common practice, values from memory). */
export const SCREENS = {
  phone: { line: 41, width: 350, height: 660 },
  computer: { line: 74, width: 640, height: 680 },
} as const satisfies Readonly<Record<string, Screen>>

/** Of a line of text, the space below a block, and the title of a folded part, in CSS pixels. */
const [LINE, SPACE, TITLE] = [28, 14, 46]
/** What is drawn by something else, in CSS pixels at the whole width of a computer's column. */
const DRAWN = 380

/**
 * About how high a part of a page is in the reading room, in CSS pixels, with what is folded shown by its titles alone.
 * An estimate by characters: nothing is laid out.
 */
export function heightOf(node: Node, screen: Screen): number {
  if (isA(node, 'title')) return 90
  if (isA(node, 'heading'))
    return SPACE * 2 + Math.max(1, Math.ceil((node.content.size * 1.4) / screen.line)) * (LINE + 4)
  if (node.isTextblock) return Math.max(1, Math.ceil(node.content.size / screen.line)) * LINE + SPACE
  if (isA(node, 'picture')) return pictureHeight(node, screen) + sumOf(node.children, screen)
  if (isA(node, 'table')) return node.children.reduce((sum, row) => sum + rowHeight(row, screen), 0)
  if (isA(node, 'graph', 'chart', 'player', 'htmlPiece')) return (DRAWN * screen.width) / SCREENS.computer.width
  if (isA(node, 'slider')) return sliderHeight(node)
  if (node.isLeaf) return LINE + SPACE
  const { folds } = kindOf(node)
  if (folds === 'itself') return TITLE
  if (folds === 'parts, several open') return node.childCount * TITLE
  if (folds === 'parts, one open') return TITLE + sumOf(node.firstChild?.children.slice(1) ?? [], screen)
  const across = isA(node, 'columns', 'cards') && screen.line > SCREENS.phone.line ? sideBySide(node) : 1
  if (across > 1) return besideEachOther(node.children, across, screen)
  // What is set apart or stands in a list has a narrower line.
  const inner = isA(node, 'doc', 'part', 'snippet') ? screen : narrower(screen, 0.93)
  return sumOf(node.children, inner) + (isA(node, 'listItem', 'doc', 'part', 'snippet') ? 0 : SPACE)
}

/** The frame with its number line, the bars of its values, and the folded table. */
const sliderHeight = ({ attrs }: Node): number => 170 + String(attrs.values).split('\n').filter(Boolean).length * 48

const narrower = (screen: Screen, share: number): Screen => ({
  ...screen,
  line: Math.max(8, screen.line * share),
  width: screen.width * share,
})

const sumOf = (nodes: readonly Node[], screen: Screen): number =>
  nodes.reduce((sum, node) => sum + heightOf(node, screen), 0)

function pictureHeight({ attrs }: Node, { width }: Screen): number {
  return ((width * Number(attrs.widthPercent)) / 100) * (Number(attrs.height) / Math.max(1, Number(attrs.width)))
}

function rowHeight({ children }: Node, screen: Screen): number {
  const inner = narrower(screen, 1 / Math.max(1, children.length))
  return Math.max(LINE, ...children.map((cell) => sumOf(cell.children, inner))) + 8
}

const sideBySide = (node: Node): number => (isA(node, 'cards') ? Number(node.attrs.across) : node.childCount)

function besideEachOther(nodes: readonly Node[], across: number, screen: Screen): number {
  const inner = narrower(screen, 1 / across)
  let height = 0
  for (let at = 0; at < nodes.length; at += across)
    height += Math.max(...nodes.slice(at, at + across).map((node) => sumOf(node.children, inner)))
  return height + SPACE
}
