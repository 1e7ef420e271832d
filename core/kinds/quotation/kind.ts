import { z } from 'zod'
import { element, type HtmlElement, isElement, isText, text, textOf } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

/** The longest source of a quotation, in UTF-16 units. */
export const MOST_SOURCE = 300

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
  attributes: z.object({ source: words(MOST_SOURCE).default('') }),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [
    {
      tag: 'figure',
      understands: ['class'],
      read: (unsafeFigure) => {
        const found = quotedIn(unsafeFigure)
        return found && { source: wordsFrom(found.caption && textOf(found.caption).trim(), MOST_SOURCE) }
      },
      inside: (unsafeFigure) => [{ blocks: quotedIn(unsafeFigure)!.quotation.childNodes }],
    },
    { tag: 'blockquote', understands: ['cite'], read: () => ({}) },
  ],
  parseDOM: [{ tag: 'figure.quotation', contentElement: 'blockquote' }, { tag: 'blockquote' }],
  write: ({ attrs }, children, format) => {
    const quoted = element('blockquote', {}, children)
    if (attrs.source === '') return quoted
    const source = element('figcaption', { contenteditable: format === 'sheet' ? 'false' : null }, [
      text(String(attrs.source)),
    ])
    return element('figure', { class: format === 'source' ? null : 'quotation' }, [quoted, source])
  },
  examples: [
    {
      type: 'quotation',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'One on two, two on one.' }] }],
    },
    {
      type: 'quotation',
      attrs: { source: 'A waller’s notebook, p. 12' },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Heart as you go.' }] }, { type: 'rule' }],
    },
  ],
} satisfies NodeKind
