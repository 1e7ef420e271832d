import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

/** What an element is that holds a note where it belongs (DPUB-ARIA 1.1, “doc-footnote”). */
export const NOTE_ROLE = 'doc-footnote'

/**
 * A note to the words it stands after. In the source its words are in their place; where a page is read, they are
 * gathered below it, numbered in their order (`core/notes`).
 */
export const footnote = {
  type: 'node',
  name: 'footnote',
  label: 'footnote',
  counted: ['a footnote', 'footnotes'],
  saysSomething: true,
  attributes: z.object({}),
  spec: { inline: true, group: 'inline', content: '(text | equation)*', atom: true, selectable: true },
  reads: [
    {
      tag: 'span',
      understands: ['role', 'class'],
      read: (unsafeElement) => (attribute(unsafeElement, 'role') === NOTE_ROLE ? {} : null),
    },
  ],
  parseDOM: [{ tag: 'span.footnote' }],
  write: (_node, children, format) =>
    element('span', format === 'sheet' ? { class: 'footnote' } : { role: NOTE_ROLE }, children),
  examples: [
    {
      type: 'footnote',
      content: [
        { type: 'text', text: 'See ' },
        { type: 'text', text: 'Walls & banks', marks: [{ type: 'emphasis' }] },
        { type: 'text', text: ', p. 4' },
        { type: 'equation', attrs: { tex: 'x^2' } },
      ],
    },
    { type: 'footnote' },
  ],
} satisfies NodeKind
