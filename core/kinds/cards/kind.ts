import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'
import { asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

export const MOST_ACROSS = 4
const across = z.number().int().min(1).max(MOST_ACROSS)
const DEFAULT_ACROSS = 2

/** Short texts of like weight side by side, each under its title; one beneath the other on a phone. */
export const cards = {
  type: 'node',
  name: 'cards',
  label: 'cards',
  counted: ['cards', 'sets of cards'],
  attributes: z.object({
    level: levelOfParts,
    /** How many stand side by side where there is room. */
    across: across.default(DEFAULT_ACROSS),
    /** Students see the titles, and turn a card over to read the rest of it. */
    isTurned: z.boolean().default(false),
  }),
  isPiece: true,
  entries: 'part',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('cards', ['div', 'section'], {
    understands: ['data-across', 'data-turned'],
    read: (unsafeElement) => ({
      across: validOr(across, Number(attribute(unsafeElement, 'data-across')), DEFAULT_ACROSS),
      isTurned: attribute(unsafeElement, 'data-turned') === 'yes',
    }),
  }),
  parseDOM: [{ tag: 'div.cards' }],
  write: ({ attrs }, children, format) => {
    const settings = {
      'data-piece': 'cards',
      'data-across': String(attrs.across),
      'data-turned': attrs.isTurned ? 'yes' : null,
    }
    if (format !== 'sheet') asHeadings(children, Number(attrs.level))
    return element('div', { class: format === 'source' ? null : 'cards', ...settings }, children)
  },
  examples: [
    {
      type: 'cards',
      attrs: { across: 3, level: 2, isTurned: true },
      content: [
        {
          type: 'part',
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'Walling hammer' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'For dressing a face.' }] },
          ],
        },
        { type: 'part', content: [{ type: 'partTitle' }, { type: 'paragraph' }] },
      ],
    },
  ],
} satisfies NodeKind
