import { type Formula, readFormula } from './formula.ts'

export interface Problem {
  readonly problem: string
}
/** What was read, or why it can't be. */
export type Read<T> = T | Problem
export const isProblem = (read: object): read is Problem => 'problem' in read

/** A formula whose only variable is x. */
export function formulaOfX(typed: string): Read<Formula> {
  const read = readFormula(typed)
  if (!read.ok) return { problem: read.reason }
  const other = read.formula.names.find((name) => name !== 'x')
  return other === undefined ? read.formula : { problem: `“${other}” is not known here: the variable is x.` }
}
