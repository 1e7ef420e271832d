import { z } from 'zod'
import { text } from '../../parts.ts'

const choice = z.object({ id: z.string().regex(/^[\w-]{1,40}$/), text, isRight: z.boolean(), feedback: text })

/** Choices, of which one is right, or several. */
export const choiceModel = z.object({
  sort: z.literal('choice'),
  mode: z.enum(['one', 'several']),
  choices: z.array(choice).max(30, 'A question has at most 30 choices.'),
})
export type ChoiceAnswer = z.infer<typeof choiceModel>
