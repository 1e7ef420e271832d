import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'
import { asEntries, asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

/** What happened when, along a line: a list whose entries begin with their date or time as a heading. */
export const timeline = {
  type: 'node',
  name: 'timeline',
  label: 'timeline',
  counted: ['a timeline', 'timelines'],
  attributes: z.object({ level: levelOfParts }),
  isPiece: true,
  entries: 'part',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('timeline', ['ol', 'ul', 'div', 'section']),
  parseDOM: [{ tag: 'div.timeline' }],
  write: ({ attrs }, children, format) => {
    if (format === 'sheet') return element('div', { class: 'timeline' }, children)
    asHeadings(children, Number(attrs.level))
    asEntries(children)
    return element('ol', { class: format === 'source' ? null : 'timeline', 'data-piece': 'timeline' }, children)
  },
  examples: [
    {
      type: 'timeline',
      content: [
        {
          type: 'part',
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: '1791' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'The common is enclosed.' }] },
          ],
        },
        {
          type: 'part',
          attrs: { id: 'gap' },
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'Last winter' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'Frost opens the first gap.' }] },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind
