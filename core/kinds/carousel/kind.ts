import { element } from '../../tree/tree.ts'
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
  attributes: z.object({ level: levelOfParts }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, one open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('carousel', ['div', 'section']),
  parseDOM: [{ tag: 'div.carousel' }],
  write: ({ attrs }, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(attrs.level))
    return element('div', { class: format === 'source' ? null : 'carousel', 'data-piece': 'carousel' }, children)
  },
  examples: [
    {
      type: 'carousel',
      attrs: { level: 2 },
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
