import { z } from 'zod'
import { attribute, element, type HtmlElement, isElement, isText, text, textOf } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

/** The longest source of a quotation, in UTF-16 units. */
export const MOST_SOURCE = 300

const pulled = z.enum(['no', 'across', 'start', 'end'])
const PULLED_CLASS = /^pull-?quote$/

/** Whether it is drawn large, and where: by what it says, or by the usual classes (common practice). */
function pulledIn(unsafeElement: HtmlElement): z.infer<typeof pulled> {
  const isCalledSo = (attribute(unsafeElement, 'class') ?? '').split(/\s+/).some((name) => PULLED_CLASS.test(name))
  return validOr(pulled, attribute(unsafeElement, 'data-pulled'), isCalledSo ? 'across' : 'no')
}

/** The quotation within a figure that holds nothing beside it but its caption (HTML Standard, “blockquote”). */
function quotedIn(figure: HtmlElement): { quotation: HtmlElement; caption: HtmlElement | undefined } | null {
  const elements = figure.childNodes.filter(isElement)
  const quotation = elements.find(({ tagName }) => tagName === 'blockquote')
  const caption = elements.find(({ tagName }) => tagName === 'figcaption')
  const isOther = figure.childNodes.some(
    (node) => node !== quotation && node !== caption && (!isText(node) || node.value.trim() !== ''),
  )
  return quotation && !isOther ? { quotation, caption } : null
}

/** Somebody else’s words, and where they are from; `source` is empty where that is not said. */
export const quotation = {
  type: 'node',
  name: 'quotation',
  label: 'quotation',
  counted: ['a quotation', 'quotations'],
  attributes: z.object({
    source: words(MOST_SOURCE).default(''),
    /** A pull quotation: a line of the text, large, in the text or at a side of it. */
    pulled: pulled.default('no'),
  }),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [
    {
      tag: 'figure',
      understands: ['class', 'data-pulled'],
      read: (unsafeFigure) => {
        const found = quotedIn(unsafeFigure)
        return (
          found && {
            source: wordsFrom(found.caption && textOf(found.caption).trim(), MOST_SOURCE),
            pulled: pulledIn(unsafeFigure),
          }
        )
      },
      inside: (unsafeFigure) => [{ blocks: quotedIn(unsafeFigure)!.quotation.childNodes }],
    },
    {
      tag: 'blockquote',
      understands: ['cite', 'class', 'data-pulled'],
      read: (unsafeQuotation) => {
        const isPulled = pulledIn(unsafeQuotation)
        return isPulled === 'no' ? null : { pulled: isPulled }
      },
    },
    { tag: 'blockquote', understands: ['cite'], read: () => ({}) },
  ],
  parseDOM: [{ tag: 'figure.quotation', contentElement: 'blockquote' }, { tag: 'blockquote' }],
  write: ({ attrs }, children, format) => {
    const isPulled = attrs.pulled === 'no' ? null : String(attrs.pulled)
    if (attrs.source === '') return element('blockquote', { 'data-pulled': isPulled }, children)
    const quoted = element('blockquote', {}, children)
    const source = element('figcaption', { contenteditable: format === 'sheet' ? 'false' : null }, [
      text(String(attrs.source)),
    ])
    const settings = { class: format === 'source' ? null : 'quotation', 'data-pulled': isPulled }
    return element('figure', settings, [quoted, source])
  },
  examples: [
    {
      type: 'quotation',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'One on two, two on one.' }] }],
    },
    {
      type: 'quotation',
      attrs: { pulled: 'end' },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'A wall must move.' }] }],
    },
    {
      type: 'quotation',
      attrs: { pulled: 'across', source: 'A waller’s notebook, p. 12' },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Heart as you go.' }] }, { type: 'rule' }],
    },
  ],
} satisfies NodeKind
