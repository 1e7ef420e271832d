import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'
import { asEntries, asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

export const MOST_START = 999
const start = z.number().int().min(1).max(MOST_START)

/** What is done one after the other, numbered: a list whose entries have headings. */
export const steps = {
  type: 'node',
  name: 'steps',
  label: 'steps',
  counted: ['steps', 'sets of steps'],
  attributes: z.object({
    level: levelOfParts,
    /** The number of the first: steps may go on after something else. */
    start: start.default(1),
  }),
  isPiece: true,
  entries: 'part',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('steps', ['ol', 'div', 'section'], {
    understands: ['start'],
    read: (unsafeElement) => ({ start: validOr(start, Number(attribute(unsafeElement, 'start')), 1) }),
  }),
  parseDOM: [{ tag: 'div.steps' }],
  write: ({ attrs }, children, format) => {
    const [level, first] = [Number(attrs.level), Number(attrs.start)]
    if (format === 'sheet')
      return element('div', { class: 'steps', style: `counter-reset: list-item ${first - 1}` }, children)
    asHeadings(children, level)
    asEntries(children)
    const settings = { 'data-piece': 'steps', start: first === 1 ? null : String(first) }
    return element('ol', { class: format === 'source' ? null : 'steps', ...settings }, children)
  },
  examples: [
    {
      type: 'steps',
      attrs: { level: 2, start: 4 },
      content: [
        {
          type: 'part',
          attrs: { id: 'strip' },
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'Strip the gap' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'Down to sound courses.' }] },
          ],
        },
        { type: 'part', content: [{ type: 'partTitle' }, { type: 'rule' }] },
      ],
    },
  ],
} satisfies NodeKind
