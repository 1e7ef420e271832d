import type { Node } from '@tiptap/pm/model'
import { placesOf } from '../../../core/document/plain-text.ts'
import { isA } from '../../../core/kinds/facts.ts'

/** Something in a line that can't be seen: where it is, what is shown there, and what it is called. */
export interface HiddenSign {
  readonly from: number
  readonly to: number
  readonly shown: string
  readonly name: string
  /** It is a node of its own, not a character. */
  readonly isNode: boolean
}

/** What is shown for characters that leave no ink; names as Unicode has them, in lower case (from memory). */
const SIGNS: Readonly<Record<string, readonly [shown: string, name: string]>> = {
  '\t': ['→', 'tab'],
  '\n': ['↵', 'line break'],
  '\u00a0': ['°', 'no-break space'],
  '\u00ad': ['¬', 'soft hyphen'],
  '\u2002': ['·', 'en space'],
  '\u2003': ['·', 'em space'],
  '\u2009': ['·', 'thin space'],
  '\u200b': ['|', 'zero width space'],
  '\u200c': ['⟊', 'zero width non-joiner'],
  '\u200d': ['⊹', 'zero width joiner'],
  '\u200e': ['⇥', 'left-to-right mark'],
  '\u200f': ['⇤', 'right-to-left mark'],
  '\u202f': ['°', 'narrow no-break space'],
  '\u2060': ['⁀', 'word joiner'],
  '\ufeff': ['⁀', 'zero width no-break space'],
}
const OVERRIDES = /[\u202a-\u202e\u2066-\u2069]/
/** Spaces that nobody means: at the edges of a line, or one after the other. A single one between words is plain. */
const FOUND =
  /[\t\n\u00a0\u00ad\u2002\u2003\u2009\u200b-\u200f\u202f\u202a-\u202e\u2060\u2066-\u2069\ufeff]|^ +| +$| {2,}/gu

/** What can't be seen in a text block whose content begins at `start`. */
export function hiddenIn(block: Node, start: number): HiddenSign[] {
  const signs = [...placesOf(block).matchAll(FOUND)].map(({ 0: found, index }) => {
    const [shown, name] = OVERRIDES.test(found)
      ? ['⇄', 'control of the direction of text']
      : (SIGNS[found] ?? ['·'.repeat(found.length), found.length > 1 ? 'several spaces' : 'space at the edge'])
    return { from: start + index, to: start + index + found.length, shown, name, isNode: false }
  })
  block.forEach((node, offset) => {
    if (isA(node, 'lineBreak'))
      signs.push({ from: start + offset, to: start + offset + 1, shown: '↵', name: 'line break', isNode: true })
  })
  return signs
}
