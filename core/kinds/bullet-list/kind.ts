import { z } from 'zod'
import { element } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { MARKER_STYLES, markerOf, markerStyle } from '../markers.ts'

export const bulletMarkers = z.enum(['disc', 'circle', 'square', 'none'])

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['type'],
  styles: MARKER_STYLES,
  read: (unsafeList) => ({ marker: markerOf(unsafeList, bulletMarkers) ?? 'disc' }),
})

/** A list whose items have no order; the marker is one of CSS Lists 3. */
export const bulletList = {
  type: 'node',
  name: 'bulletList',
  label: 'list',
  counted: ['a list', 'lists'],
  attributes: z.object({ marker: bulletMarkers.default('disc') }),
  isPiece: true,
  spec: { content: 'listItem+', group: 'block list' },
  reads: [rule('ul'), rule('menu')],
  parseDOM: [{ tag: 'ul' }],
  write: ({ attrs }, children) => element('ul', { style: markerStyle(attrs.marker, 'disc') }, children),
  examples: [
    {
      type: 'bulletList',
      content: [
        { type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'hammer' }] }] },
        { type: 'listItem', content: [{ type: 'paragraph' }, { type: 'paragraph' }] },
      ],
    },
    {
      type: 'bulletList',
      attrs: { marker: 'square' },
      content: [
        {
          type: 'listItem',
          attrs: { task: 'done' },
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'strip out' }] }],
        },
        {
          type: 'listItem',
          attrs: { task: 'open' },
          content: [
            { type: 'paragraph', attrs: { align: 'centre' }, content: [{ type: 'text', text: 'sort' }] },
            { type: 'rule' },
          ],
        },
        { type: 'listItem', attrs: { task: 'open' }, content: [{ type: 'rule' }] },
      ],
    },
  ],
} satisfies NodeKind
