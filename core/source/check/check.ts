import type { Diagnostic } from './diagnostic.ts'
import { checks } from './registry.ts'
import { scan } from '../../html/scan.ts'

/** More than so many say nothing new. */
const MOST = 300

/**
 * What is wrong in a source, in the order of its lines. Looks at the text as it stands, not at what a browser makes of
 * it.
 */
export function checkSource(unsafeText: string): Diagnostic[] {
  const scanned = scan(unsafeText)
  return checks
    .flatMap(({ look }) => look(scanned).slice(0, MOST))
    .sort((a, b) => a.from - b.from)
    .slice(0, MOST)
}

/** The text with a repair made. Edits that reach over each other are a mistake of the rule and throw. */
export function repaired(text: string, edits: readonly { from: number; to: number; insert: string }[]): string {
  let result = text
  let limit = Infinity
  for (const { from, to, insert } of [...edits].sort((a, b) => b.from - a.from)) {
    if (to > limit || from > to) throw new Error('The edits of a repair reach over each other.')
    result = result.slice(0, from) + insert + result.slice(to)
    limit = from
  }
  return result
}
