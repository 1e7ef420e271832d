import { z } from 'zod'
import {
  attribute,
  element,
  hasClass,
  type HtmlElement,
  type HtmlNode,
  isElement,
  text,
  textOf,
} from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { Inside, NodeKind } from '../kind.ts'

const isDetails = (node: HtmlNode): node is HtmlElement => isElement(node) && node.tagName === 'details'

/** The longest words of what opens a model answer, in UTF-16 units. */
export const MOST_CALLED = 120

/** What is put in where a page is published: the field for one's own answer, and what is said of it. */
const isOurs = (node: HtmlNode): boolean =>
  isElement(node) && (hasClass(node, 'own-answer') || hasClass(node, 'kept-here'))

/** What is asked is all but the first `details`, which holds the model answer. */
function inside({ childNodes }: HtmlElement): readonly Inside[] {
  const model = childNodes.find(isDetails)
  const asked = childNodes.filter((node) => node !== model && !isOurs(node))
  const isSummary = (node: HtmlNode): node is HtmlElement => isElement(node) && node.tagName === 'summary'
  const summary = model?.childNodes.find(isSummary)
  const answer = model?.childNodes.filter((node) => node !== summary)
  const called = wordsFrom(summary && textOf(summary).trim(), MOST_CALLED)
  return [
    // What our own source has around it is no block of its own.
    {
      kind: 'openPrompt',
      attrs: {},
      inside: [{ blocks: asked.flatMap((node) => (isPrompt(node) ? node.childNodes : [node])) }],
    },
    { kind: 'modelAnswer', attrs: { called }, inside: [{ blocks: answer ?? [] }] },
  ]
}

const isPrompt = (node: HtmlNode): node is HtmlElement =>
  isElement(node) && attribute(node, 'data-part') === 'open-prompt'

/**
 * A question that students answer in their own words, for themselves, and then compare with a model answer. What they
 * write stays in their browser. Without script the model answer is `details`, and the field is there all the same.
 */
export const openQuestion = {
  type: 'node',
  name: 'openQuestion',
  label: 'open question',
  counted: ['an open question', 'open questions'],
  attributes: z.object({}),
  isPiece: true,
  takenApart: (node) => node.children.flatMap((part) => part.children),
  spec: { content: 'openPrompt modelAnswer', group: 'block', isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece', 'role'],
      read: (unsafeElement) => (attribute(unsafeElement, 'data-piece') === 'open-question' ? {} : null),
      inside,
    },
  ],
  parseDOM: [{ tag: 'div.open-question' }],
  write: (_node, children, format) =>
    element('div', { class: format === 'source' ? null : 'open-question', 'data-piece': 'open-question' }, children),
  examples: [
    {
      type: 'openQuestion',
      content: [
        {
          type: 'openPrompt',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Why does a wall lean inward?' }] }],
        },
        {
          type: 'modelAnswer',
          attrs: { called: 'What a waller would say' },
          content: [
            { type: 'paragraph', content: [{ type: 'text', text: 'Each face then leans on the other.' }] },
            { type: 'rule' },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind

export const openPrompt = {
  type: 'node',
  name: 'openPrompt',
  label: 'question',
  attributes: z.object({}),
  spec: { content: 'block+', isolating: true },
  holdsBlocks: true,
  placeholder: (node) => (node.childCount === 1 ? 'The question' : null),
  reads: [],
  parseDOM: [{ tag: 'div.open-prompt' }],
  write: (_node, children, format) =>
    element('div', { class: format === 'source' ? null : 'open-prompt', 'data-part': 'open-prompt' }, children),
  examples: [],
} satisfies NodeKind

export const modelAnswer = {
  type: 'node',
  name: 'modelAnswer',
  label: 'model answer',
  attributes: z.object({
    /** The words that open it; empty: as the language of the course has them. */
    called: words(MOST_CALLED).default(''),
  }),
  spec: { content: 'block+', isolating: true },
  holdsBlocks: true,
  placeholder: (node) => (node.childCount === 1 ? 'What a good answer says' : null),
  reads: [],
  parseDOM: [{ tag: 'div.model-answer' }],
  write: ({ attrs }, children, format) => {
    const called = String(attrs.called)
    if (format === 'sheet') return element('div', { class: 'model-answer', 'data-called': called || null }, children)
    // Where there are none, they are put in when the page is rendered, in the language of the course.
    const summary = element('summary', {}, called === '' ? [] : [text(called)])
    return element('details', format === 'source' ? {} : { class: 'model-answer' }, [summary, ...children])
  },
  examples: [],
} satisfies NodeKind
