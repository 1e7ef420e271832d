import { z } from 'zod'
import { attribute, element, hasClass, type HtmlElement } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { MarkKind, ReadRule } from '../kind.ts'

/** The longest definition of a term, in UTF-16 units. */
export const MOST_DEFINITION = 600

/** What says of an element what its words mean; where the words alone are a term, its `title` (common practice). */
const definitionOf = (unsafeElement: HtmlElement): string =>
  wordsFrom(attribute(unsafeElement, 'data-definition') ?? attribute(unsafeElement, 'title'), MOST_DEFINITION)

const rule = (tag: string, isOne: (unsafeElement: HtmlElement) => boolean): ReadRule => ({
  tag,
  understands: ['class', 'title', 'data-definition'],
  read: (unsafeElement) => {
    const definition = isOne(unsafeElement) ? definitionOf(unsafeElement) : ''
    return definition === '' ? null : { definition }
  },
})

/**
 * A term with its definition: shown at the word, listed below the page, and collected for the whole course. `dfn` is
 * where a term is defined (HTML Standard, “The dfn element”).
 */
export const glossaryTerm = {
  type: 'mark',
  name: 'glossaryTerm',
  label: 'glossary term',
  attributes: z.object({ definition: words(MOST_DEFINITION).default('') }),
  spec: { inclusive: false },
  isMeaning: true,
  reads: [
    rule('dfn', () => true),
    rule(
      'span',
      (unsafeElement) =>
        attribute(unsafeElement, 'data-definition') !== undefined ||
        ['tooltip', 'glossary', 'glossary-term', 'term'].some((name) => hasClass(unsafeElement, name)),
    ),
  ],
  parseDOM: [
    {
      tag: 'dfn[data-definition]',
      getAttrs: (dom) => ({ definition: wordsFrom(dom.dataset.definition, MOST_DEFINITION) }),
    },
  ],
  write: ({ attrs }, children) => element('dfn', { 'data-definition': String(attrs.definition) }, children),
  examples: [
    {
      type: 'text',
      text: 'through',
      marks: [{ type: 'glossaryTerm', attrs: { definition: 'A long stone that ties both faces of a wall.' } }],
    },
  ],
} satisfies MarkKind
