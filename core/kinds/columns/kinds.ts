import { z } from 'zod'
import { attribute, element, isElement, isText } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { Inside, NodeKind } from '../kind.ts'

export const columnSplit = z.enum(['even', 'wide-start', 'wide-end'])

/** Blocks side by side, stacked on a phone. */
export const columns = {
  type: 'node',
  name: 'columns',
  label: 'columns',
  counted: ['columns', 'sets of columns'],
  attributes: z.object({ split: columnSplit.default('even') }),
  isPiece: true,
  entries: 'column',
  takenApart: (node) => node.children.flatMap((each) => each.children),
  spec: { content: 'column+', group: 'block', isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece', 'data-split'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'columns'
          ? { split: validOr(columnSplit, attribute(unsafeElement, 'data-split'), 'even') }
          : null,
      inside: ({ childNodes }) => {
        const found: Inside[] = []
        for (const child of childNodes)
          if (isElement(child) && child.tagName === 'div')
            found.push({ kind: 'column', attrs: {}, inside: [{ blocks: child.childNodes }] })
          else if (isElement(child) || (isText(child) && child.value.trim() !== ''))
            found.push({ kind: 'column', attrs: {}, inside: [{ blocks: [child] }] })
        return found.length > 0 ? found : [{ kind: 'column', attrs: {}, inside: [{ blocks: [] }] }]
      },
    },
  ],
  parseDOM: [{ tag: 'div.columns' }],
  write: (node, children, format) =>
    element(
      'div',
      {
        ...(format === 'source' ? {} : { class: 'columns' }),
        'data-piece': 'columns',
        'data-split': String(node.attrs.split),
      },
      children,
    ),
  examples: [
    {
      type: 'columns',
      attrs: { split: 'wide-end' },
      content: [
        { type: 'column', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'left' }] }] },
        {
          type: 'column',
          content: [{ type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] }],
        },
      ],
    },
  ],
} satisfies NodeKind

export const column = {
  type: 'node',
  name: 'column',
  label: 'column',
  holdsBlocks: true,
  attributes: z.object({}),
  spec: { content: 'block+', isolating: true },
  reads: [],
  parseDOM: [{ tag: 'div.column' }],
  write: (_node, children, format) => element('div', format === 'source' ? {} : { class: 'column' }, children),
  examples: [],
} satisfies NodeKind
