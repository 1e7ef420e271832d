import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

export const bulletList = {
  type: 'node',
  name: 'bulletList',
  label: 'list',
  counted: ['a list', 'lists'],
  attributes: z.object({}),
  isPiece: true,
  spec: { content: 'listItem+', group: 'block list' },
  reads: [plainTag('ul'), plainTag('menu')],
  parseDOM: [{ tag: 'ul' }],
  write: (_node, children) => element('ul', {}, children),
  examples: [
    {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'hammer' }] }] },
        { type: 'listItem', content: [{ type: 'paragraph' }, { type: 'paragraph' }] },
      ],
    },
  ],
} satisfies NodeKind
