import { z } from 'zod'
import { DEEPEST, MOST_LINES, PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { identifier } from '../../core/document/wire.ts'
import { editionNote } from '../../core/document/edition-note.ts'
import { ENTRY_KINDS } from '../../core/plan/kinds.ts'
import { SHAPES } from '../../core/structure/reshape/shapes.ts'
import { changedSettings } from '../../core/plan/settings.ts'
import { isCleanLine } from '../../core/tree/characters.ts'

const title = z
  .string()
  .trim()
  .min(1, 'A title can’t be empty.')
  .max(PLAN_TITLE_LENGTH, `A title holds at most ${PLAN_TITLE_LENGTH} characters.`)
  .refine(isCleanLine, 'The title holds a character that can’t be shown.')

const level = z.number().int().min(2).max(6)
const place = z.number().int().min(0).max(2_147_483_647)

/** Everything the plan can be asked to do, as the browser sends it. */
export const planRequest = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('add'),
    afterId: identifier.nullable(),
    lines: z
      .array(
        z.object({
          id: identifier,
          title,
          depth: z.number().int().min(0).max(DEEPEST),
          kind: z.enum([...ENTRY_KINDS, 'aim']).optional(),
          address: changedSettings.shape.address,
        }),
      )
      .min(1)
      .max(MOST_LINES),
  }),
  z.object({ intent: z.literal('rename'), id: identifier, title }),
  z.object({
    intent: z.literal('move'),
    ids: z.array(identifier).min(1).max(500),
    parentId: identifier.nullable(),
    beforeId: identifier.nullable(),
  }),
  z.object({ intent: z.literal('delete'), ids: z.array(identifier).min(1).max(500) }),
  /** What deleting these would take from others. */
  z.object({ intent: z.literal('weigh'), ids: z.array(identifier).min(1).max(500) }),
  z.object({ intent: z.literal('restore'), deletionId: identifier }),
  z.object({
    intent: z.literal('settings'),
    id: identifier,
    opensAt: z.iso.datetime({ offset: true }).nullable().optional(),
    settings: changedSettings.optional(),
  }),
  z.object({ intent: z.literal('introduce'), id: identifier }),
  z.object({
    intent: z.literal('turn'),
    id: identifier,
    into: z.enum([...SHAPES, 'pages', 'book', 'page']),
    /** Down to which level headings are meant; the highest alone where nothing is said. */
    of: level.optional(),
    /** The level that they are to have. */
    level: level.optional(),
    /** Instead of headings of the page itself: a place on it, at a version. */
    place: z.object({ version: place, from: place, to: place }).optional(),
  }),
  z.object({ intent: z.literal('turn back'), id: identifier, before: place, version: place }),
  z.object({ intent: z.literal('publish'), id: identifier, note: editionNote, isTold: z.boolean() }),
])
export type PlanRequest = z.infer<typeof planRequest>
