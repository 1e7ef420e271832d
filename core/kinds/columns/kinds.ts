import { z } from 'zod'
import { attribute, element, isElement, isText } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { Inside, NodeKind } from '../kind.ts'

/** More blocks side by side can't be read. */
export const MOST_COLUMNS = 4
/** The most parts that one column is wide, where another is one part. */
export const MOST_SHARE = 9
/** How the width is divided: by a name, or the parts of each column in order, as “2-1-1”. */
export const columnSplit = z.union([
  z.enum(['even', 'wide-start', 'wide-end']),
  z.string().regex(new RegExp(`^[1-${MOST_SHARE}](-[1-${MOST_SHARE}]){1,${MOST_COLUMNS - 1}}$`)),
])

/** How many parts wide each of so many columns is; where fewer are said, the others are one part. */
export function sharesOf(split: string, count: number): number[] {
  if (split === 'wide-start' || split === 'wide-end')
    return Array.from({ length: count }, (_, at) => (at === (split === 'wide-start' ? 0 : count - 1) ? 2 : 1))
  const said = split.split('-').map(Number)
  return Array.from({ length: count }, (_, at) => said[at] || 1)
}

/** The columns as CSS lays them out; nothing where all are equal. */
function tracks(split: string, count: number): string | null {
  const shares = sharesOf(split, count)
  if (shares.every((share) => share === shares[0])) return null
  return `grid-template-columns: ${shares.map((share) => `minmax(0, ${share}fr)`).join(' ')}`
}

/** Blocks side by side, stacked on a phone. */
export const columns = {
  type: 'node',
  name: 'columns',
  label: 'columns',
  counted: ['columns', 'sets of columns'],
  attributes: z.object({
    split: columnSplit.default('even'),
    /** Which column comes first where they are stacked. */
    stacking: z.enum(['first', 'last']).default('first'),
  }),
  isPiece: true,
  entries: 'column',
  takenApart: (node) => node.children.flatMap((each) => each.children),
  spec: { content: 'column+', group: 'block', isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece', 'data-split', 'data-stacking'],
      styles: ['grid-template-columns'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'columns'
          ? {
              split: validOr(columnSplit, attribute(unsafeElement, 'data-split'), 'even'),
              stacking: attribute(unsafeElement, 'data-stacking') === 'last' ? 'last' : 'first',
            }
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
        'data-stacking': node.attrs.stacking === 'last' ? 'last' : null,
        style: format === 'source' ? null : tracks(String(node.attrs.split), node.childCount),
      },
      children,
    ),
  examples: [
    {
      type: 'columns',
      attrs: { split: '1-3', stacking: 'last' },
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
