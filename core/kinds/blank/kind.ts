import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { MarkKind } from '../kind.ts'

/** The longest name of a blank, in UTF-16 units. */
export const MOST_BLANK_NAME = 100

/**
 * Words that are others in each page made from a template. On the page where they were marked they stay what they are;
 * `isOpen` says that a page was made with them still to be filled.
 */
export const blank = {
  type: 'mark',
  name: 'blank',
  label: 'blank',
  attributes: z.object({ name: words(MOST_BLANK_NAME).default(''), isOpen: z.boolean().default(false) }),
  spec: { inclusive: false },
  isMeaning: true,
  reads: [
    {
      tag: 'span',
      understands: ['data-blank', 'data-open'],
      read: (unsafeElement) => {
        const name = attribute(unsafeElement, 'data-blank')
        return name === undefined
          ? null
          : { name: wordsFrom(name, MOST_BLANK_NAME), isOpen: attribute(unsafeElement, 'data-open') === 'yes' }
      },
    },
  ],
  parseDOM: [
    {
      tag: 'span[data-blank]',
      getAttrs: (dom) => ({
        name: dom.getAttribute('data-blank') ?? '',
        isOpen: dom.getAttribute('data-open') === 'yes',
      }),
    },
  ],
  write: ({ attrs }, children) =>
    element('span', { 'data-blank': String(attrs.name), 'data-open': attrs.isOpen ? 'yes' : null }, children),
  examples: [
    { type: 'text', text: 'High Tarn', marks: [{ type: 'blank', attrs: { name: 'Name of the site', isOpen: false } }] },
    {
      type: 'text',
      text: 'the 12th',
      marks: [{ type: 'blank', attrs: { name: 'Day & "hour"', isOpen: true } }, { type: 'strong' }],
    },
  ],
} satisfies MarkKind
