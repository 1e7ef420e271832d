import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'
import { asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

export const accordionOpens = z.enum(['several', 'one'])
export const accordionStarts = z.enum(['closed', 'first', 'all'])

/** Many short parts under their titles; readers open what they need. Written as sections with headings, as tabs are. */
export const accordion = {
  type: 'node',
  name: 'accordion',
  label: 'accordion',
  counted: ['an accordion', 'accordions'],
  attributes: z.object({
    level: levelOfParts,
    /** How many parts stay open at a time. */
    opens: accordionOpens.default('several'),
    /** What is open before anything is pressed. */
    starts: accordionStarts.default('closed'),
  }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, several open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('accordion', ['div', 'section'], {
    understands: ['data-opens', 'data-starts', 'data-open-all', 'data-close-all'],
    read: (unsafeElement) => ({
      opens: validOr(accordionOpens, attribute(unsafeElement, 'data-opens'), 'several'),
      starts: validOr(accordionStarts, attribute(unsafeElement, 'data-starts'), 'closed'),
    }),
  }),
  parseDOM: [{ tag: 'div.accordion' }],
  write: (node, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(node.attrs.level))
    const { opens, starts } = node.attrs as { opens: string; starts: string }
    const settings = {
      'data-opens': opens === 'several' ? null : opens,
      'data-starts': starts === 'closed' ? null : starts,
    }
    const name = format === 'source' ? null : 'accordion'
    return element('div', { class: name, 'data-piece': 'accordion', ...settings }, children)
  },
  examples: [
    {
      type: 'accordion',
      attrs: { opens: 'one', starts: 'first' },
      content: [{ type: 'part', content: [{ type: 'partTitle' }, { type: 'paragraph' }] }],
    },
    {
      type: 'accordion',
      content: [
        {
          type: 'part',
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'Lay' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'One on two.' }] },
          ],
        },
        {
          type: 'part',
          attrs: { id: 'pack' },
          content: [
            { type: 'partTitle', content: [{ type: 'text', marks: [{ type: 'emphasis' }], text: 'Pack' }] },
            { type: 'paragraph' },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind
