import { z } from 'zod'
import { attribute, element, everyElement, hasClass, type HtmlElement, type HtmlNode } from '../../tree/tree.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { MARKER_STYLES, markerOf, markerStyle } from '../markers.ts'

export const bulletMarkers = z.enum(['disc', 'circle', 'square', 'none'])

/** A list that says that students tick it; any other list, whose classes mean nothing to us. */
const rules = (tag: string): ReadRule[] => [
  {
    tag,
    understands: ['type', 'class', 'data-piece', 'data-kept'],
    styles: MARKER_STYLES,
    read: (unsafeList) =>
      attribute(unsafeList, 'data-piece') === 'self-check' || hasClass(unsafeList, 'self-check')
        ? { ...settingsOf(unsafeList), isSelfCheck: true }
        : null,
  },
  { tag, understands: ['type'], styles: MARKER_STYLES, read: settingsOf },
]

const settingsOf = (unsafeList: HtmlElement): { marker: string } => ({
  marker: markerOf(unsafeList, bulletMarkers) ?? 'disc',
})

/** Makes the boxes of tasks such that whoever reads ticks them. */
function unlock(items: readonly HtmlNode[]): void {
  for (const each of everyElement(items))
    if (each.tagName === 'input') each.attrs = each.attrs.filter(({ name }) => name !== 'disabled')
}

/** A list whose items have no order; the marker is one of CSS Lists 3. */
export const bulletList = {
  type: 'node',
  name: 'bulletList',
  label: 'list',
  counted: ['a list', 'lists'],
  attributes: z.object({
    marker: bulletMarkers.default('disc'),
    /** Its tasks are for students to tick, each for themselves; their ticks stay in their browser. */
    isSelfCheck: z.boolean().default(false),
  }),
  isPiece: true,
  spec: { content: 'listItem+', group: 'block list' },
  reads: [...rules('ul'), ...rules('menu')],
  parseDOM: [{ tag: 'ul' }],
  write: ({ attrs }, children, format) => {
    const isOne = attrs.isSelfCheck === true
    if (isOne && format !== 'sheet') unlock(children)
    return element(
      'ul',
      {
        class: isOne && format === 'published' ? 'self-check' : null,
        'data-piece': isOne ? 'self-check' : null,
        style: markerStyle(attrs.marker, 'disc'),
      },
      children,
    )
  },
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
      attrs: { isSelfCheck: true },
      content: [
        {
          type: 'listItem',
          attrs: { task: 'open' },
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'I can set a line' }] }],
        },
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
