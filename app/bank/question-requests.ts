import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { isCleanLine } from '../../core/tree/characters.ts'

const title = z
  .string()
  .trim()
  .max(300, 'A title holds at most 300 characters.')
  .refine(isCleanLine, 'The title holds a character that can’t be shown.')
const folderName = z
  .string()
  .trim()
  .min(1, 'A folder needs a name.')
  .max(100, 'The name of a folder holds at most 100 characters.')
  .refine(isCleanLine, 'The name holds a character that can’t be shown.')

/** Everything that the bank can be asked to do, as the browser sends it. A question's content is read apart. */
export const bankRequest = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('add'), id: identifier, folderId: identifier.nullable(), title, content: z.unknown() }),
  z.object({
    intent: z.literal('keep'),
    id: identifier,
    version: z.number().int().min(1),
    title,
    content: z.unknown(),
  }),
  z.object({
    intent: z.literal('try'),
    content: z.unknown(),
    seed: z.number().int().min(0).max(1_000_000),
    response: z.array(z.string().max(1000)).max(40).nullable(),
  }),
  z.object({ intent: z.literal('move'), ids: z.array(identifier).min(1).max(500), folderId: identifier.nullable() }),
  z.object({ intent: z.enum(['delete', 'restore']), ids: z.array(identifier).min(1).max(500) }),
  z.object({ intent: z.literal('add folder'), id: identifier, name: folderName }),
  z.object({ intent: z.literal('rename folder'), id: identifier, name: folderName }),
  z.object({ intent: z.literal('delete folder'), id: identifier }),
  z.object({
    intent: z.literal('exercise'),
    entryId: identifier,
    lines: z
      .array(z.object({ questionId: identifier, points: z.number().int().min(1).max(100) }))
      .max(200, 'An exercise holds at most 200 questions.'),
  }),
])
export type BankRequest = z.infer<typeof bankRequest>

export const bankAnswer = z.object({
  ok: z.boolean(),
  reason: z.string().optional(),
  version: z.number().optional(),
  isBehind: z.boolean().optional(),
  html: z.string().optional(),
  uses: z.array(z.string()).optional(),
})
export type BankAnswer = z.infer<typeof bankAnswer>
