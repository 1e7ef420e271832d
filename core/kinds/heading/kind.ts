import { z } from 'zod'
import { attribute, element, type HtmlElement } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { placed, PLACING, PLACING_ATTRIBUTES, PLACING_STYLES, placingOf } from '../placing.ts'

/** What may be an `id`: HTML allows anything without white space; we also leave out quotes and signs. */
export const ANCHOR = /^[\p{L}\p{N}_][\p{L}\p{N}_.-]{0,99}$/u

/** The `id` of an element that nobody has checked, if it may be one; otherwise null. */
export function anchorOf(unsafeElement: HtmlElement): string | null {
  const id = attribute(unsafeElement, 'id')
  return id !== undefined && ANCHOR.test(id) ? id : null
}

const rule = (level: number): ReadRule => ({
  tag: `h${level}`,
  understands: ['id', ...PLACING_ATTRIBUTES],
  styles: PLACING_STYLES,
  read: (unsafeElement) => ({ level: Math.max(2, level), id: anchorOf(unsafeElement), ...placingOf(unsafeElement) }),
})

/** A heading of the body, level 2 to 6; `id` is a place to link to, null while it has none of its own. */
export const heading = {
  type: 'node',
  name: 'heading',
  label: 'heading',
  nameOf: (node) => `Heading ${Number(node.attrs.level)}`,
  counted: ['a heading', 'headings'],
  headingLevel: ({ attrs }) => Number(attrs.level),
  attributes: z.object({
    level: z.number().int().min(2).max(6).default(2),
    id: z.string().regex(ANCHOR).nullable().default(null),
    ...PLACING,
  }),
  spec: { content: 'inline*', group: 'block', defining: true },
  reads: [1, 2, 3, 4, 5, 6].map(rule),
  parseDOM: [2, 3, 4, 5, 6].map((level) => ({ tag: `h${level}`, attrs: { level } })),
  write: ({ attrs }, children) =>
    element(`h${Number(attrs.level)}`, { id: attrs.id as string | null, ...placed(attrs) }, children),
  examples: [
    { type: 'heading', attrs: { level: 3, id: 'water' }, content: [{ type: 'text', text: 'Where the water goes' }] },
    { type: 'heading', attrs: { level: 2, id: null } },
    { type: 'heading', attrs: { level: 3, align: 'end' }, content: [{ type: 'text', text: 'Rain' }] },
  ],
} satisfies NodeKind
