import { inOrder, type PlanEntry } from './tree.ts'

const ROMAN: readonly (readonly [number, string])[] = [
  [1000, 'M'],
  [900, 'CM'],
  [500, 'D'],
  [400, 'CD'],
  [100, 'C'],
  [90, 'XC'],
  [50, 'L'],
  [40, 'XL'],
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
]

/** A number from 1 to 3999 in Roman numerals. */
export function roman(number: number): string {
  let rest = number
  let written = ''
  for (const [value, sign] of ROMAN)
    while (rest >= value) {
      written += sign
      rest -= value
    }
  return written
}

/**
 * The numbers of a book's parts (Roman) and chapters (1, 2, …, through all parts; common practice), by entry. They
 * follow from the order alone, so nobody ever types or mends one.
 */
export function numbersOf(plan: readonly PlanEntry[]): Map<string, string> {
  const numbers = new Map<string, string>()
  let [part, chapter] = [0, 0]
  for (const { id, kind } of inOrder(plan)) {
    if (kind === 'book') [part, chapter] = [0, 0]
    else if (kind === 'bookPart') numbers.set(id, roman(++part))
    else if (kind === 'chapter') numbers.set(id, String(++chapter))
  }
  return numbers
}
