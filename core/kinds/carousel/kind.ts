import { attribute, element } from '../../tree/tree.ts'
import { z } from 'zod'
import type { NodeKind } from '../kind.ts'
import { asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

/**
 * Pictures, players or texts in turn, one in sight at a time; nothing moves by itself. Without script and on paper they
 * stand one beneath the other.
 */
export const carousel = {
  type: 'node',
  name: 'carousel',
  label: 'carousel',
  counted: ['a carousel', 'carousels'],
  attributes: z.object({
    level: levelOfParts,
    /** Two pictures may lie over each other, with a line to move between them: before and after. */
    shows: z.enum(['in-turn', 'compared']).default('in-turn'),
  }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, one open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('carousel', ['div', 'section'], {
    understands: ['data-shows'],
    read: (unsafeElement) => ({
      shows: attribute(unsafeElement, 'data-shows') === 'compared' ? 'compared' : 'in-turn',
    }),
  }),
  parseDOM: [{ tag: 'div.carousel' }],
  write: ({ attrs }, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(attrs.level))
    const shows = attrs.shows === 'compared' ? 'compared' : null
    const own = { 'data-piece': 'carousel', 'data-shows': shows }
    return element('div', { class: format === 'source' ? null : 'carousel', ...own }, children)
  },
  examples: [
    {
      type: 'carousel',
      attrs: { level: 2, shows: 'compared' },
      content: [
        {
          type: 'part',
          attrs: { id: 'footing' },
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'The footing' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'Two lines of the largest stones.' }] },
          ],
        },
        { type: 'part', content: [{ type: 'partTitle' }, { type: 'rule' }] },
      ],
    },
  ],
} satisfies NodeKind
