import { z } from 'zod'
import { MOST_LINES, PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { identifier } from '../../core/document/wire.ts'

const title = z
  .string()
  .trim()
  .min(1, 'A title can’t be empty.')
  .max(PLAN_TITLE_LENGTH, `A title holds at most ${PLAN_TITLE_LENGTH} characters.`)
  // eslint-disable-next-line no-control-regex -- control characters are what is refused
  .refine((value) => value.isWellFormed() && !/[\u0000-\u001f\u007f]/.test(value), 'The title holds a character that can’t be shown.')

/** Everything the plan can be asked to do, as the browser sends it. */
export const planRequest = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('add'),
    afterId: identifier.nullable(),
    level1: z.enum(['lesson', 'page']),
    lines: z.array(z.object({ title, depth: z.number().int().min(0).max(2) })).min(1).max(MOST_LINES),
  }),
  z.object({ intent: z.literal('rename'), id: identifier, title }),
  z.object({ intent: z.literal('move'), ids: z.array(identifier).min(1).max(500), parentId: identifier.nullable(), beforeId: identifier.nullable() }),
  z.object({ intent: z.literal('delete'), ids: z.array(identifier).min(1).max(500) }),
  z.object({ intent: z.literal('restore'), deletionId: identifier }),
])
export type PlanRequest = z.infer<typeof planRequest>
