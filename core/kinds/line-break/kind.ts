import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

export const lineBreak = {
  type: 'node',
  name: 'lineBreak',
  label: 'line break',
  attributes: z.object({}),
  spec: { group: 'inline', inline: true, selectable: false, linebreakReplacement: true },
  reads: [plainTag('br')],
  parseDOM: [{ tag: 'br' }],
  write: () => element('br'),
  examples: [],
} satisfies NodeKind
