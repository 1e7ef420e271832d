import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

export const quotation = {
  type: 'node',
  name: 'quotation',
  label: 'quotation',
  counted: ['a quotation', 'quotations'],
  attributes: z.object({}),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [plainTag('blockquote')],
  parseDOM: [{ tag: 'blockquote' }],
  write: (_node, children) => element('blockquote', {}, children),
  examples: [
    {
      type: 'quotation',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'One on two, two on one.' }] }],
    },
  ],
} satisfies NodeKind
