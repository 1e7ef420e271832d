import type { Diagnostic, SourceFinding } from './diagnostic.ts'
import { withMade } from './made.ts'
import { checks } from './registry.ts'
import { sourceOf } from './written.ts'

/** More than so many say nothing new. */
const MOST = 300

/**
 * What is wrong in a source, in the order of its lines. Looks at the text as it stands, not at what a browser makes of
 * it.
 */
export function checkSource(unsafeText: string): SourceFinding[] {
  const source = sourceOf(unsafeText)
  const found = withoutWhatFollows(
    checks.flatMap(({ look, why }) =>
      look(source)
        .slice(0, MOST)
        .map((each) => ({ ...each, why })),
    ),
  )
  // Of too many the faults are told, not the hints that come first.
  const isHint = ({ severity }: Diagnostic): number => (severity === 'error' ? 0 : 1)
  const told = found.length > MOST ? found.sort((a, b) => isHint(a) - isHint(b)).slice(0, MOST) : found
  return withMade(
    unsafeText,
    told.sort((a, b) => a.from - b.from),
  )
}

/** What is wrong in a tag that is never finished follows from that. */
function withoutWhatFollows(found: readonly SourceFinding[]): SourceFinding[] {
  const open = found.find(({ rule }) => rule === 'unfinished')
  if (!open) return [...found]
  return found.filter(({ rule, from, to }) => rule === 'unfinished' || to <= open.from || from > open.from)
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
