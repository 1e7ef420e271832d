import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { asHeadings, levelOfTitles, partsInside } from '../part/kinds.ts'

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'data-piece'],
  read: (unsafeElement) =>
    attribute(unsafeElement, 'data-piece') === 'accordion' ? { level: levelOfTitles(unsafeElement) } : null,
  inside: partsInside,
})

/** Many short parts under their titles; readers open what they need. Written as sections with headings, as tabs are. */
export const accordion = {
  type: 'node',
  name: 'accordion',
  label: 'accordion',
  counted: ['an accordion', 'accordions'],
  attributes: z.object({ level: z.number().int().min(2).max(6).default(3) }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, several open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: [rule('div'), rule('section')],
  parseDOM: [{ tag: 'div.accordion' }],
  write: (node, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(node.attrs.level))
    return element(
      'div',
      { ...(format === 'source' ? {} : { class: 'accordion' }), 'data-piece': 'accordion' },
      children,
    )
  },
  examples: [
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
