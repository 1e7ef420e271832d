import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type MarkKind, plainTag } from '../kind.ts'

export const strong = {
  type: 'mark',
  name: 'strong',
  label: 'bold',
  attributes: z.object({}),
  spec: {},
  reads: [plainTag('strong'), plainTag('b')],
  parseDOM: [{ tag: 'strong' }, { tag: 'b' }],
  write: (_mark, children) => element('strong', {}, children),
  examples: [{ type: 'text', text: 'face', marks: [{ type: 'strong' }] }],
} satisfies MarkKind
