import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/**
 * What is written by itself, without being a page: a reply, an answer, a comment, the text of a question. It stands in
 * nothing.
 */
export const passage = {
  type: 'node',
  name: 'passage',
  label: 'passage',
  attributes: z.object({}),
  spec: { content: 'block+' },
  reads: [],
  parseDOM: [],
  write: (_node, children) => element('div', {}, children),
  examples: [],
} satisfies NodeKind
