import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type MarkKind, plainTag } from '../kind.ts'

export const underline = {
  type: 'mark',
  name: 'underline',
  label: 'underline',
  attributes: z.object({}),
  spec: {},
  reads: [plainTag('u')],
  parseDOM: [{ tag: 'u' }],
  write: (_mark, children) => element('u', {}, children),
  examples: [{ type: 'text', text: 'face', marks: [{ type: 'underline' }] }],
} satisfies MarkKind
