import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type MarkKind, plainTag } from '../kind.ts'

export const emphasis = {
  type: 'mark',
  name: 'emphasis',
  label: 'italic',
  attributes: z.object({}),
  spec: {},
  reads: [plainTag('em'), plainTag('i')],
  parseDOM: [{ tag: 'em' }, { tag: 'i' }],
  write: (_mark, children) => element('em', {}, children),
  examples: [{ type: 'text', text: 'face', marks: [{ type: 'emphasis' }] }],
} satisfies MarkKind
