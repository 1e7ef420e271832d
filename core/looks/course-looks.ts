import { z } from 'zod'
import { words } from '../kinds/attributes.ts'
import { hexColour, TABLE_LOOKS } from '../kinds/table/looks.ts'

/** So many colours, and so many table styles, a course keeps: what can still be told apart at a glance. */
export const MOST_LOOKS = 24
/** The longest name of one, in UTF-16 units. */
export const MOST_LOOK_NAME = 40

export const lookName = words(MOST_LOOK_NAME).trim().regex(/\S/)

/** How a table looks as a whole, and the ground of its heads where all have the same. */
export const tableStyle = z.object({ ...TABLE_LOOKS, headGround: hexColour.nullable().default(null) })
export type TableStyle = z.infer<typeof tableStyle>

/** Something that the authors of a course keep to use again. */
export const courseLook = z.discriminatedUnion('sort', [
  z.object({ sort: z.literal('colour'), name: lookName, value: hexColour }),
  z.object({ sort: z.literal('table'), name: lookName, value: tableStyle }),
])
export type CourseLook = z.infer<typeof courseLook>
export type LookSort = CourseLook['sort']
export const lookSort = z.enum(['colour', 'table'])

/** What a course keeps, each sort in the order of its names. */
export const courseLooks = z.array(courseLook)
export type CourseLooks = z.infer<typeof courseLooks>

/** What the server says when it was asked for them, or to change them. */
export const courseLooksSaid = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), looks: courseLooks }),
  z.object({ ok: z.literal(false), reason: z.string() }),
])
export type CourseLooksSaid = z.infer<typeof courseLooksSaid>
