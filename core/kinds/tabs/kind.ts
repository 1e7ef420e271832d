import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'
import { asHeadings, levelOfParts, partsRules } from '../part/kinds.ts'

/**
 * A few equal parts, one in sight at a time. Written as sections with headings of `level`: that is what is read
 * without script and on paper; where there is script, the reading room makes tabs of them.
 */
export const tabs = {
  type: 'node',
  name: 'tabs',
  label: 'tabs',
  counted: ['tabs', 'sets of tabs'],
  attributes: z.object({ level: levelOfParts }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, one open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: partsRules('tabs', ['div', 'section']),
  parseDOM: [{ tag: 'div.tabs' }],
  write: (node, children, format) => {
    if (format !== 'sheet') asHeadings(children, Number(node.attrs.level))
    return element('div', { ...(format === 'source' ? {} : { class: 'tabs' }), 'data-piece': 'tabs' }, children)
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
  ],
} satisfies NodeKind
