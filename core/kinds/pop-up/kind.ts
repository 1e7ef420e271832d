import { z } from 'zod'
import { attribute, element, hasClass, isElement } from '../../tree/tree.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { NodeKind } from '../kind.ts'
import { detailsInside, rename, titleAndBlocks } from '../part/kinds.ts'

/**
 * A button that opens what stands in it in a dialog over the page: what is looked up and left again. Written as
 * `details`, which open in their place without script; where there is script, the reading room opens a dialog.
 */
export const popUp = {
  type: 'node',
  name: 'popUp',
  label: 'pop-up',
  counted: ['a pop-up', 'pop-ups'],
  attributes: z.object({ id: z.string().regex(ANCHOR).nullable().default(null) }),
  isPiece: true,
  holdsBlocks: true,
  folds: 'itself',
  placeholder: () => 'Words of the button',
  takenApart: titleAndBlocks,
  spec: { content: 'partTitle block+', group: 'block', defining: true, isolating: true },
  reads: [
    {
      tag: 'details',
      understands: ['class', 'id', 'open', 'data-piece', 'data-close'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'pop-up' || hasClass(unsafeElement, 'pop-up')
          ? { id: anchorOf(unsafeElement) }
          : null,
      inside: detailsInside,
    },
  ],
  parseDOM: [{ tag: 'div.pop-up' }],
  write: (node, children, format) => {
    const id = node.attrs.id as string | null
    if (format === 'sheet') return element('div', { class: 'pop-up' }, children)
    const title = children[0]
    if (title && isElement(title)) rename(title, 'summary')
    return element('details', { class: format === 'published' ? 'pop-up' : null, 'data-piece': 'pop-up', id }, children)
  },
  examples: [
    {
      type: 'popUp',
      attrs: { id: 'safety' },
      content: [
        { type: 'partTitle', content: [{ type: 'text', text: 'Safety on the fell' }] },
        { type: 'paragraph', content: [{ type: 'text', text: 'Tell somebody where you are going.' }] },
        {
          type: 'reveal',
          content: [{ type: 'partTitle', content: [{ type: 'text', text: 'Why?' }] }, { type: 'paragraph' }],
        },
      ],
    },
    { type: 'popUp', content: [{ type: 'partTitle' }, { type: 'rule' }] },
  ],
} satisfies NodeKind
