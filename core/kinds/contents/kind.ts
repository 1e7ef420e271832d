import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

const deepest = z.number().int().min(2).max(6)

/**
 * A list of the headings of the page, or of the piece it stands in, down to the level `deepest`. What it lists is made
 * when the page is shown.
 */
export const contents = {
  type: 'node',
  name: 'contents',
  label: 'contents',
  counted: ['a list of contents', 'lists of contents'],
  needsPage: true,
  attributes: z.object({ deepest: deepest.default(3), of: z.enum(['page', 'piece']).default('page') }),
  isPiece: true,
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'nav',
      understands: ['class', 'data-piece', 'data-deepest', 'data-of', 'aria-label'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'contents'
          ? {
              deepest: deepest.catch(3).parse(Number(attribute(unsafeElement, 'data-deepest'))),
              of: attribute(unsafeElement, 'data-of') === 'piece' ? 'piece' : 'page',
            }
          : null,
    },
  ],
  parseDOM: [{ tag: 'nav.contents-list' }],
  write: (node, _children, format) =>
    element('nav', {
      ...(format === 'source' ? {} : { class: 'contents-list', 'aria-label': 'Contents' }),
      'data-piece': 'contents',
      'data-deepest': Number(node.attrs.deepest),
      'data-of': node.attrs.of === 'piece' ? 'piece' : null,
    }),
  examples: [{ type: 'contents', attrs: { deepest: 2, of: 'piece' } }],
} satisfies NodeKind
