import { PARTS_PIECES } from '../headings.ts'

/** What things under titles can be on a page, in the order in which it is offered. */
export const FORM_NAMES = ['headings', ...PARTS_PIECES, 'columns', 'table', 'list'] as const
export type Form = (typeof FORM_NAMES)[number]

/** What stands somewhere can become each of these: a form, or a chart of the table that it is. */
export const SHAPES = [...FORM_NAMES, 'chart'] as const
export type Shape = (typeof SHAPES)[number]
