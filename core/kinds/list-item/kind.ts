import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import { type NodeKind, plainTag } from '../kind.ts'

export const listItem = {
  type: 'node',
  name: 'listItem',
  label: 'list item',
  holdsLooseText: true,
  attributes: z.object({}),
  spec: { content: 'block+', defining: true },
  reads: [plainTag('li')],
  parseDOM: [{ tag: 'li' }],
  write: (_node, children) => element('li', {}, children),
  examples: [],
} satisfies NodeKind
