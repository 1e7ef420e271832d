import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'
import { MARKER_STYLES, markerOf, markerStyle } from '../markers.ts'

const start = z.number().int().min(-99_999).max(99_999)
export const numberMarkers = z.enum([
  'decimal',
  'decimal-leading-zero',
  'lower-alpha',
  'upper-alpha',
  'lower-roman',
  'upper-roman',
  'lower-greek',
  'arabic-indic',
])

/**
 * A numbered list; `start` is the number of its first item. One that counts down from 1 counts down to 1 instead, as
 * HTML has it. The marker is one of CSS Counter Styles 3.
 */
export const orderedList = {
  type: 'node',
  name: 'orderedList',
  label: 'numbered list',
  counted: ['a numbered list', 'numbered lists'],
  attributes: z.object({
    start: start.default(1),
    marker: numberMarkers.default('decimal'),
    isReversed: z.boolean().default(false),
  }),
  isPiece: true,
  spec: { content: 'listItem+', group: 'block list' },
  reads: [
    {
      tag: 'ol',
      understands: ['start', 'type', 'reversed'],
      styles: MARKER_STYLES,
      read: (unsafeList) => ({
        start: validOr(start, Number(attribute(unsafeList, 'start') ?? 1), 1),
        marker: markerOf(unsafeList, numberMarkers) ?? 'decimal',
        isReversed: attribute(unsafeList, 'reversed') !== undefined,
      }),
    },
  ],
  parseDOM: [{ tag: 'ol' }],
  write: ({ attrs }, children) =>
    element(
      'ol',
      {
        // A list that counts down ends at 1 by itself, unless it is told where it begins.
        start: attrs.start === 1 ? null : Number(attrs.start),
        reversed: attrs.isReversed ? '' : null,
        style: markerStyle(attrs.marker, 'decimal'),
      },
      children,
    ),
  examples: [
    {
      type: 'orderedList',
      attrs: { start: 4 },
      content: [
        {
          type: 'listItem',
          content: [
            { type: 'paragraph', content: [{ type: 'text', text: 'strip out' }] },
            {
              type: 'bulletList',
              content: [
                { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'sort' }] }] },
              ],
            },
          ],
        },
      ],
    },
    {
      type: 'orderedList',
      attrs: { start: 9, marker: 'upper-roman', isReversed: true },
      content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'last' }] }] }],
    },
  ],
} satisfies NodeKind
