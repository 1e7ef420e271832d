import type { Node } from 'prosemirror-model'
import { countWords, readingMinutes } from '../document/statistics.ts'
import { isA, kindOf } from '../kinds/facts.ts'
import { heightOf, SCREENS } from './heights.ts'

/** How a page is for whoever reads it. */
export interface Measures {
  readonly words: number
  readonly minutes: number
  /** Screens that it fills at first sight; at least 1. */
  readonly screens: Readonly<Record<keyof typeof SCREENS, number>>
  /** Words that are folded away at first sight. */
  readonly hidden: number
}

export function measuresOf(page: Node): Measures {
  const words = countWords(page)
  const screens = (screen: keyof typeof SCREENS): number =>
    Math.max(1, Math.round(heightOf(page, SCREENS[screen]) / SCREENS[screen].height))
  return {
    words,
    minutes: readingMinutes(words),
    screens: { phone: screens('phone'), computer: screens('computer') },
    hidden: hiddenWords(page),
  }
}

/** The words of a part of a page that nobody sees before something is pressed. */
export function hiddenWords(node: Node): number {
  if (node.isTextblock) return 0
  const { folds } = kindOf(node)
  const isTurned = isA(node, 'cards') && node.attrs.isTurned === true
  if (folds === 'itself') return wordsBeneath(node)
  if (isTurned) return node.children.reduce((sum, part) => sum + wordsBeneath(part), 0)
  if (folds)
    return node.children.reduce((sum, part, at) => sum + (isOpen(node, at) ? hiddenWords(part) : wordsBeneath(part)), 0)
  return node.children.reduce((sum, child) => sum + hiddenWords(child), 0)
}

/** Whether a part of a piece is open before anything is pressed. */
function isOpen(piece: Node, at: number): boolean {
  if (!isA(piece, 'accordion')) return at === 0
  return piece.attrs.starts === 'all' || (piece.attrs.starts === 'first' && at === 0)
}

/** All words but those of the title. */
const wordsBeneath = (node: Node): number =>
  node.children.reduce((sum, child) => sum + (isA(child, 'partTitle') ? 0 : countWords(child)), 0)
