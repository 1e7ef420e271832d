import { z } from 'zod'
import { element, hasClass, type HtmlElement } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'
import { placed, PLACING, PLACING_ATTRIBUTES, PLACING_STYLES, placingOf } from '../placing.ts'

const DROP_CAP = 'drop-cap'

/** A paragraph; with a drop cap its first letter is as high as three lines (CSS Inline 3, “initial letters”). */
export const paragraph = {
  type: 'node',
  name: 'paragraph',
  label: 'paragraph',
  attributes: z.object({ ...PLACING, hasDropCap: z.boolean().default(false) }),
  spec: { content: 'inline*', group: 'block' },
  reads: [
    {
      tag: 'p',
      understands: [...PLACING_ATTRIBUTES, 'class'],
      styles: PLACING_STYLES,
      read: (unsafeElement: HtmlElement) =>
        hasClass(unsafeElement, DROP_CAP) ? { ...placingOf(unsafeElement), hasDropCap: true } : null,
    },
    { tag: 'p', understands: PLACING_ATTRIBUTES, styles: PLACING_STYLES, read: (each) => ({ ...placingOf(each) }) },
  ],
  parseDOM: [{ tag: 'p' }],
  write: ({ attrs }, children) =>
    element('p', { ...placed(attrs), class: attrs.hasDropCap ? DROP_CAP : null }, children),
  examples: [
    { type: 'paragraph' },
    { type: 'paragraph', content: [{ type: 'text', text: 'Two  spaces, a\ttab and a trailing one ' }] },
    {
      type: 'paragraph',
      content: [{ type: 'text', text: 'line' }, { type: 'lineBreak' }, { type: 'text', text: ' break' }],
    },
    {
      type: 'paragraph',
      attrs: { align: 'justify', indent: 2, direction: 'rtl', hasDropCap: true },
      content: [{ type: 'text', text: ' الحجر ' }],
    },
    { type: 'paragraph', attrs: { align: 'centre' }, content: [{ type: 'text', text: 'Mind your back.' }] },
  ],
} satisfies NodeKind
