import type { Node } from 'prosemirror-model'
import { placesOf } from '../document/plain-text.ts'

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

/** Where something was found, and what its groups hold, for a pattern. */
export interface Match {
  readonly from: number
  readonly to: number
  readonly groups: readonly (string | undefined)[]
}

/** So many are found at most; more than that nobody goes through. */
export const MOST_MATCHES = 10_000

/** The text blocks of a page with their words, each character at its place. */
export function linesOf(page: Node): Line[] {
  const lines: Line[] = []
  page.descendants((node, position) => {
    if (!node.isTextblock) return true
    if (node.content.size > 0) lines.push({ text: placesOf(node), start: position + 1 })
    return false
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

/** Everything that is found, in order; a match of no length is none. */
export function findIn(lines: readonly Line[], query: Query): Match[] {
  if (query.words === '') return []
  const expression = expressionOf(query)
  const found: Match[] = []
  for (const { text, start } of lines)
    for (const match of text.matchAll(expression)) {
      if (match[0] === '') continue
      found.push({ from: start + match.index, to: start + match.index + match[0].length, groups: [...match] })
      if (found.length === MOST_MATCHES) return found
    }
  return found
}

/**
 * The words that take the place of a match. In those for a pattern `$1` to `$9` are its groups and `$&` the whole, `$$`
 * a dollar (ECMAScript, “GetSubstitution”, as far as authors need it).
 */
export function replacementFor({ groups }: Match, words: string, isPattern: boolean): string {
  if (!isPattern) return words
  return words.replace(/\$(\$|&|[1-9])/g, (_, sign: string) =>
    sign === '$' ? '$' : ((sign === '&' ? groups[0] : groups[Number(sign)]) ?? ''),
  )
}
