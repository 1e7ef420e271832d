import { z } from 'zod'
import { safeColour } from '../../tree/colours.ts'
import { attribute, declarations, element } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'
import { asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

const along = z.enum(['top', 'side'])

/**
 * A few equal parts, one in sight at a time. Written as sections with headings of `level`: that is what is read
 * without script and on paper; where there is script, the reading room makes tabs of them.
 */
export const tabs = {
  type: 'node',
  name: 'tabs',
  label: 'tabs',
  counted: ['tabs', 'sets of tabs'],
  attributes: z.object({
    level: levelOfParts,
    /** Where the titles stand; on a phone always along the top. */
    along: along.default('top'),
    /** The titles have numbers, and one goes on from each part to the next. */
    isInSteps: z.boolean().default(false),
    /** Of the line at the title that is open; null: as lines of the page are. */
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .nullable()
      .default(null),
  }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, one open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('tabs', ['div', 'section'], {
    understands: ['data-along', 'data-in-steps'],
    styles: ['border-color'],
    read: (unsafeElement) => ({
      along: validOr(along, attribute(unsafeElement, 'data-along'), 'top'),
      isInSteps: attribute(unsafeElement, 'data-in-steps') !== undefined,
      colour: safeColour(declarations(unsafeElement).get('border-color')),
    }),
  }),
  parseDOM: [{ tag: 'div.tabs' }],
  write: ({ attrs }, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(attrs.level))
    return element(
      'div',
      {
        class: format === 'source' ? null : 'tabs',
        'data-piece': 'tabs',
        'data-along': attrs.along === 'side' ? 'side' : null,
        'data-in-steps': attrs.isInSteps ? '' : null,
        style: attrs.colour === null ? null : `border-color: ${String(attrs.colour)}`,
      },
      children,
    )
  },
  examples: [
    {
      type: 'tabs',
      attrs: { level: 2 },
      content: [
        {
          type: 'part',
          attrs: { id: 'flat' },
          content: [{ type: 'partTitle', content: [{ type: 'text', text: 'On the flat' }] }, { type: 'paragraph' }],
        },
        { type: 'part', content: [{ type: 'partTitle' }, { type: 'heading', attrs: { level: 3 } }, { type: 'rule' }] },
      ],
    },
    {
      type: 'tabs',
      attrs: { along: 'side', isInSteps: true, colour: '#9e3b2c' },
      content: [
        {
          type: 'part',
          content: [{ type: 'partTitle', content: [{ type: 'text', text: 'Lay' }] }, { type: 'paragraph' }],
        },
        {
          type: 'part',
          content: [{ type: 'partTitle', content: [{ type: 'text', text: 'Pack' }] }, { type: 'paragraph' }],
        },
      ],
    },
  ],
} satisfies NodeKind
