import { z } from 'zod'
import { formula, number, text } from '../../parts.ts'

/** How far from the value an answer still counts. */
export const tolerance = z.discriminatedUnion('sort', [
  /** At most so much more or less. */
  z.object({ sort: z.literal('absolute'), amount: number.min(0) }),
  /** At most so many percent more or less. */
  z.object({ sort: z.literal('percent'), amount: number.min(0).max(100) }),
  /** Equal when both are rounded to so many significant figures. */
  z.object({ sort: z.literal('figures'), amount: z.number().int().min(1).max(12) }),
])
export type Tolerance = z.infer<typeof tolerance>

/** A number, with its unit if it has one. */
export const numberModel = z.object({
  sort: z.literal('number'),
  /** The right value, as a formula of the variables. */
  value: formula,
  tolerance,
  /** Empty: a bare number. */
  unit: z.string().trim().max(40),
  whenRight: text,
  whenWrong: text,
})
export type NumberAnswer = z.infer<typeof numberModel>
