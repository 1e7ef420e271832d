import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { asHeadings, levelOfTitles, partsInside } from '../part/kinds.ts'

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'data-piece'],
  read: (unsafeElement) =>
    attribute(unsafeElement, 'data-piece') === 'tabs' ? { level: levelOfTitles(unsafeElement) } : null,
  inside: partsInside,
})

/**
 * A few equal parts, one in sight at a time. Written as sections with headings of `level`: that is what is read
 * without script and on paper; where there is script, the reading room makes tabs of them.
 */
export const tabs = {
  type: 'node',
  name: 'tabs',
  label: 'tabs',
  counted: ['tabs', 'sets of tabs'],
  attributes: z.object({ level: z.number().int().min(2).max(6).default(3) }),
  isPiece: true,
  entries: 'part',
  folds: 'parts, one open',
  spec: { content: 'part+', group: 'block', isolating: true },
  reads: [rule('div'), rule('section')],
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
