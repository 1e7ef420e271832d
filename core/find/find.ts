import type { Node } from 'prosemirror-model'
import { LEAF, placesOf } from '../document/plain-text.ts'

/** What is looked for. */
export interface Query {
  readonly words: string
  /** Capitals and small letters differ. */
  readonly isCase: boolean
  /** Neither a letter nor a digit stands beside it. */
  readonly isWhole: boolean
  /** The words are a regular expression (ECMAScript, with the `u` flag). */
  readonly isPattern: boolean
}

/** The words of one text block; `start` is the place of its first character in the page. */
export interface Line {
  readonly text: string
  readonly start: number
}

/** What takes the place of what is found. */
export interface Put {
  readonly words: string
  /** A capital where the words that go had one; not where capitals are looked for, or a pattern. */
  readonly keepsCapitals: boolean
}

/** Where something was found, and what its groups hold, for a pattern. */
export interface Match {
  readonly from: number
  readonly to: number
  readonly groups: readonly (string | undefined)[]
}

/** So many are found at most; more than that nobody goes through. */
export const MOST_MATCHES = 10_000

/** The text blocks of a page and the notes in them with their words, each character at its place. */
export function linesOf(page: Node): Line[] {
  const lines: Line[] = []
  page.descendants((node, position) => {
    if (node.inlineContent && node.content.size > 0) lines.push({ text: placesOf(node), start: position + 1 })
  })
  return lines
}

/**
 * The expression for a query; a SyntaxError, in the words of the browser, when it is a pattern that is none. Case is
 * folded as Unicode has it (“Default Case Folding”, by the `i` and `u` flags).
 */
export function expressionOf({ words, isCase, isWhole, isPattern }: Query): RegExp {
  const source = isPattern ? words : words.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&')
  const whole = isWhole ? `(?<![\\p{L}\\p{M}\\p{N}_])(?:${source})(?![\\p{L}\\p{M}\\p{N}_])` : source
  return new RegExp(whole, isCase ? 'gu' : 'giu')
}

/**
 * Everything that is found, in order. A match of no length is none, and none reaches over a line break, an equation or
 * a note: what takes its place would take that away.
 */
export function findIn(lines: readonly Line[], query: Query): Match[] {
  if (query.words === '') return []
  const expression = expressionOf(query)
  const found: Match[] = []
  for (const { text, start } of lines)
    for (const match of text.matchAll(expression)) {
      if (match[0] === '' || match[0].includes(LEAF)) continue
      found.push({ from: start + match.index, to: start + match.index + match[0].length, groups: [...match] })
      if (found.length === MOST_MATCHES) return inOrder(found)
    }
  return inOrder(found)
}

/** A note stands within its line. */
const inOrder = (found: Match[]): Match[] => found.sort((a, b) => a.from - b.from)

/**
 * The words that take the place of a match. In those for a pattern `$1` to `$9` are its groups and `$&` the whole, `$$`
 * a dollar (ECMAScript, “GetSubstitution”, as far as authors need it).
 */
export function replacementFor({ groups }: Match, { words, keepsCapitals }: Put, { isCase, isPattern }: Query): string {
  if (!isPattern) return keepsCapitals && !isCase ? withCapitalsOf(groups[0] ?? '', words) : words
  return words.replace(/\$(\$|&|[1-9])/g, (_, sign: string) =>
    sign === '$' ? '$' : ((sign === '&' ? groups[0] : groups[Number(sign)]) ?? ''),
  )
}

/** Words in capitals as others have them: all, the first letter, or as they are written. */
function withCapitalsOf(found: string, words: string): string {
  const [first = '', ...rest] = words
  const letters = found.match(/\p{L}/gu) ?? []
  const isCapital = (letter: string): boolean => letter !== letter.toLowerCase()
  if (letters.length > 1 && letters.every(isCapital)) return words.toUpperCase()
  return isCapital([...found][0] ?? '') ? first.toUpperCase() + rest.join('') : words
}
