import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

export const paragraph = {
  type: 'node',
  name: 'paragraph',
  label: 'paragraph',
  attributes: z.object({}),
  spec: { content: 'inline*', group: 'block' },
  reads: [plainTag('p')],
  parseDOM: [{ tag: 'p' }],
  write: (_node, children) => element('p', {}, children),
  examples: [
    { type: 'paragraph' },
    { type: 'paragraph', content: [{ type: 'text', text: 'Two  spaces, a\ttab and a trailing one ' }] },
    {
      type: 'paragraph',
      content: [{ type: 'text', text: 'line' }, { type: 'lineBreak' }, { type: 'text', text: ' break' }],
    },
  ],
} satisfies NodeKind
