import { z } from 'zod'
import { element, isElement } from '../../tree/tree.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { NodeKind } from '../kind.ts'
import { detailsInside, rename, titleAndBlocks } from '../part/kinds.ts'

/** One thing to open: an answer, a detail. HTML has an element for it, which opens without script. */
export const reveal = {
  type: 'node',
  name: 'reveal',
  label: 'reveal',
  counted: ['a reveal', 'reveals'],
  attributes: z.object({ id: z.string().regex(ANCHOR).nullable().default(null) }),
  isPiece: true,
  holdsBlocks: true,
  folds: 'itself',
  placeholder: () => 'What is pressed to open it',
  takenApart: titleAndBlocks,
  spec: { content: 'partTitle block+', group: 'block', defining: true, isolating: true },
  reads: [
    {
      tag: 'details',
      understands: ['class', 'id', 'open', 'name'],
      read: (unsafeElement) => ({ id: anchorOf(unsafeElement) }),
      inside: detailsInside,
    },
  ],
  parseDOM: [{ tag: 'div.reveal' }],
  write: (node, children, format) => {
    const id = node.attrs.id as string | null
    if (format === 'sheet') return element('div', { class: 'reveal' }, children)
    const title = children[0]
    if (title && isElement(title)) rename(title, 'summary')
    return element('details', { ...(format === 'published' ? { class: 'reveal' } : {}), id }, children)
  },
  examples: [
    {
      type: 'reveal',
      attrs: { id: 'why' },
      content: [
        { type: 'partTitle', content: [{ type: 'text', text: 'Why not mortar?' }] },
        {
          type: 'reveal',
          content: [
            { type: 'partTitle' },
            { type: 'paragraph', content: [{ type: 'text', text: 'A wall must move.' }] },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind
