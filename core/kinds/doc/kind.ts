import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** A page: its title, then its blocks. */
export const doc = {
  type: 'node',
  name: 'doc',
  label: 'page',
  attributes: z.object({}),
  spec: { content: 'title block+' },
  reads: [],
  parseDOM: [],
  write: (_node, children) => element('article', {}, children),
  examples: [{ type: 'doc', content: [{ type: 'title' }, { type: 'paragraph' }] }],
} satisfies NodeKind
