import { z } from 'zod'
import { MOST_FORMULA } from '../formulas/formula.ts'

/** JSON of a passage; what is in it is checked apart, where it comes in. */
export const text = z.custom<object>(
  (value) => typeof value === 'object' && value !== null && (value as { type?: unknown }).type === 'passage',
  'A text was expected.',
)
export const formula = z.string().trim().max(MOST_FORMULA, `A formula holds at most ${MOST_FORMULA} characters.`)
export const number = z.number('A number was expected.')
