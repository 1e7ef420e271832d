import { QuestionLook } from './check-question.ts'
import type { QuestionContent } from './question.ts'
import { MOST_LOOKED_AT, readVariables, type Values } from './versions.ts'

/** So many draws come first: nearly every question has a usable version among them. */
const DRAWS = 50

/**
 * The values of a version that has an answer, for a student: the same seeds always give the same. `seedFor` gives the
 * seed of each draw. When draws find none, all combinations are gone through, from where the first seed points; of more
 * than can be gone through, as many more are drawn. Null when no version can be used: publishing refuses such a
 * question.
 */
export function usableValues(
  content: QuestionContent,
  language: string,
  seedFor: (draw: number) => number,
): Values | null {
  const variables = readVariables(content)
  if (variables.problems.length > 0) return null
  const look = new QuestionLook(content, language)
  const isUsable = (values: Values | null): values is Values => values !== null && look.problemOf(values) === null
  for (let draw = 0; draw < DRAWS; draw++) {
    const values = variables.valuesFor(seedFor(draw))
    if (isUsable(values)) return values
  }
  const { combinations } = variables
  const isSample = combinations > MOST_LOOKED_AT
  const start = Math.abs(seedFor(0)) % Math.max(1, combinations)
  for (let at = 0; at < Math.min(combinations, MOST_LOOKED_AT); at++) {
    const values = isSample ? variables.valuesFor(seedFor(DRAWS + at)) : variables.valuesAt((start + at) % combinations)
    if (isUsable(values)) return values
  }
  return null
}
