import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { NodeKind } from '../kind.ts'

/** The longest name of a place, in UTF-16 units. */
export const MOST_PLACE_NAME = 120

/**
 * A place in a line that links can lead to. `id` is its address, which stays; `name` is what authors call it. In HTML
 * it is an empty element with an `id` (HTML Standard, “The id attribute”).
 */
export const namedPlace = {
  type: 'node',
  name: 'namedPlace',
  label: 'named place',
  counted: ['a named place', 'named places'],
  // A line that holds nothing else may still be led to.
  saysSomething: true,
  inWords: () => '',
  attributes: z.object({ id: z.string().regex(ANCHOR).default('place'), name: words(MOST_PLACE_NAME).default('') }),
  spec: { inline: true, group: 'inline', atom: true, selectable: true },
  reads: [
    {
      tag: 'span',
      understands: ['id', 'data-name'],
      read: (unsafeElement) => {
        const id = anchorOf(unsafeElement)
        if (id === null || unsafeElement.childNodes.length > 0) return null
        return { id, name: wordsFrom(attribute(unsafeElement, 'data-name'), MOST_PLACE_NAME) }
      },
    },
  ],
  parseDOM: [
    {
      tag: 'span.named-place',
      getAttrs: (dom) => ({
        id: ANCHOR.test(dom.dataset.place ?? '') ? dom.dataset.place : 'place',
        name: wordsFrom(dom.dataset.name, MOST_PLACE_NAME),
      }),
    },
  ],
  write: ({ attrs }, _children, format) => {
    const name = String(attrs.name) || null
    return format === 'sheet'
      ? element('span', { class: 'named-place', 'data-place': String(attrs.id), 'data-name': name })
      : element('span', { id: String(attrs.id), 'data-name': name })
  },
  examples: [
    { type: 'namedPlace', attrs: { id: 'frost', name: 'Where frost “bites”' } },
    { type: 'namedPlace', attrs: { id: 'جدار' } },
  ],
} satisfies NodeKind
