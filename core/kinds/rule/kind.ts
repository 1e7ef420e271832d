import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

/** A line across the page between two matters. */
export const rule = {
  type: 'node',
  name: 'rule',
  label: 'rule',
  counted: ['a rule', 'rules'],
  saysSomething: true,
  attributes: z.object({}),
  spec: { group: 'block', atom: true },
  reads: [plainTag('hr')],
  parseDOM: [{ tag: 'hr' }],
  write: () => element('hr'),
  examples: [{ type: 'rule' }],
} satisfies NodeKind
