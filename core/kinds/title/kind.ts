import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** The title of the page: level 1, plain text. A first `h1` is read as the title (see `read.ts`). */
export const title = {
  type: 'node',
  name: 'title',
  label: 'title',
  placeholder: () => 'Title of the page',
  attributes: z.object({}),
  spec: { content: 'text*', marks: '', defining: true, isolating: true },
  reads: [],
  parseDOM: [{ tag: 'h1' }],
  write: (_node, children) => element('h1', {}, children),
  examples: [{ type: 'title', content: [{ type: 'text', text: 'Slope, drainage & <soil>' }] }],
} satisfies NodeKind
