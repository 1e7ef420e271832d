import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** Characters. Written by the inline writer; `write` exists for the shape of a kind alone. */
export const text = {
  type: 'node',
  name: 'text',
  label: 'text',
  attributes: z.object({}),
  spec: { group: 'inline' },
  reads: [],
  parseDOM: [],
  write: () => element('span'),
  examples: [{ type: 'text', text: 'hearting' }],
} satisfies NodeKind
