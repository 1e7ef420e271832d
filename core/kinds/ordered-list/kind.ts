import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

const start = z.number().int().min(-99_999).max(99_999)

/** A numbered list; `start` is the number of its first item. */
export const orderedList = {
  type: 'node',
  name: 'orderedList',
  label: 'numbered list',
  counted: ['a numbered list', 'numbered lists'],
  attributes: z.object({ start: start.default(1) }),
  isPiece: true,
  spec: { content: 'listItem+', group: 'block list' },
  reads: [
    {
      tag: 'ol',
      understands: ['start'],
      read: (unsafeElement) => ({ start: start.catch(1).parse(Number(attribute(unsafeElement, 'start') ?? 1)) }),
    },
  ],
  parseDOM: [{ tag: 'ol' }],
  write: (node, children) =>
    element('ol', { start: node.attrs.start === 1 ? null : Number(node.attrs.start) }, children),
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
  ],
} satisfies NodeKind
