import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

const deepest = z.number().int().min(2).max(6)

/** A list of the page's headings, down to the level `deepest`. What it lists is made when the page is shown. */
export const contents = {
  type: 'node',
  name: 'contents',
  label: 'contents',
  counted: ['a list of contents', 'lists of contents'],
  needsPage: true,
  attributes: z.object({ deepest: deepest.default(3) }),
  isPiece: true,
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'nav',
      understands: ['class', 'data-piece', 'data-deepest', 'aria-label'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'contents'
          ? { deepest: deepest.catch(3).parse(Number(attribute(unsafeElement, 'data-deepest'))) }
          : null,
    },
  ],
  parseDOM: [{ tag: 'nav.contents-list' }],
  write: (node, _children, format) =>
    element('nav', {
      ...(format === 'source' ? {} : { class: 'contents-list', 'aria-label': 'Contents' }),
      'data-piece': 'contents',
      'data-deepest': Number(node.attrs.deepest),
    }),
  examples: [{ type: 'contents', attrs: { deepest: 2 } }],
} satisfies NodeKind
