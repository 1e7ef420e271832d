import { z } from 'zod'
import { identifier } from '../../core/document/wire.ts'
import { PLAN_TITLE_LENGTH } from '../../core/plan/outline.ts'
import { sketch } from '../../core/templates/sketch.ts'
import { VISIBILITIES, TEMPLATE_KINDS } from '../../core/templates/template.ts'
import { BLANK_TYPES } from '../../core/templates/blank-types.ts'
import { declaredBlank, MOST_BLANKS, MOST_FILLED } from '../../core/templates/declared.ts'
import { words } from '../../core/kinds/attributes.ts'

const name = words(PLAN_TITLE_LENGTH).trim().min(1, 'A template needs a name.')
/** Words by the name of a blank. */
const byBlank = z
  .record(words(1000), words(MOST_FILLED))
  .refine((all) => Object.keys(all).length <= MOST_BLANKS, `At most ${MOST_BLANKS} blanks can be filled.`)

/** What can be done with templates, as the browser sends it. */
export const templateRequest = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('save'),
    entryId: identifier,
    name,
    description: words(1000).trim(),
    visibility: z.enum(VISIBILITIES),
    blanks: z.array(declaredBlank.extend({ of: words(1000) })).max(MOST_BLANKS),
  }),
  z.object({
    intent: z.literal('use'),
    templateId: identifier,
    afterId: identifier.nullable(),
    title: words(PLAN_TITLE_LENGTH).trim().min(1, 'The page needs a title.'),
    values: byBlank,
  }),
  z.object({ intent: z.literal('delete'), id: identifier }),
  z.object({ intent: z.literal('restore'), id: identifier }),
])
export type TemplateRequest = z.infer<typeof templateRequest>

/** A template as it is offered. */
export const offered = z.object({
  id: z.string(),
  name: z.string(),
  description: z.string(),
  kind: z.enum(TEMPLATE_KINDS),
  visibility: z.enum(VISIBILITIES),
  person: z.string(),
  isOwn: z.boolean(),
  sketch: sketch.nullable(),
})
export type Offered = z.infer<typeof offered>
/** What one of them holds. */
export const shownTemplate = z.object({ blanks: z.array(declaredBlank), html: z.string() })
export type ShownTemplate = z.infer<typeof shownTemplate>
export const toSave = z.object({
  title: z.string(),
  blanks: z.array(z.object({ name: z.string(), example: z.string(), type: z.enum(BLANK_TYPES) })),
})
export type ToSave = z.infer<typeof toSave>
export const templateAnswer = z.object({
  ok: z.boolean(),
  reason: z.string().optional(),
  id: z.string().optional(),
  notes: z.array(z.string()).optional(),
})
export type TemplateAnswer = z.infer<typeof templateAnswer>
