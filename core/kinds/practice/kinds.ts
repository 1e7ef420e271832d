import { z } from 'zod'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { Inside, NodeKind } from '../kind.ts'

export const practiceMode = z.enum(['one', 'several'])
const isPart = (node: HtmlNode, name: string): node is HtmlElement =>
  isElement(node) && attribute(node, 'data-part') === name

/**
 * A question for practice: a prompt, then two or more answers, each with what is said to whoever chooses it.
 * `id` names it to the server; while it is null, its number in the page does. Which answers are right, and the
 * feedback, are kept back from the published form: they are told when an answer is sent.
 */
export const practice = {
  type: 'node',
  name: 'practice',
  label: 'practice question',
  counted: ['a practice question', 'practice questions'],
  needsPage: true,
  losses: [
    {
      formats: ['epub', 'pdf'],
      type: 'changed',
      message: 'A practice question shows what there is to choose from, without its answers.',
    },
    { formats: ['web'], type: 'changed', message: 'A practice question has its answers folded beneath it.' },
  ],
  attributes: z.object({ id: z.string().regex(ANCHOR).nullable().default(null), mode: practiceMode.default('one') }),
  isPiece: true,
  entries: 'answer',
  spec: { content: 'prompt answer+', group: 'block', isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'id', 'data-piece', 'data-answers'],
      read: (unsafeElement) => {
        if (attribute(unsafeElement, 'data-piece') !== 'practice') return null
        return {
          id: anchorOf(unsafeElement),
          mode: validOr(practiceMode, attribute(unsafeElement, 'data-answers'), 'one'),
        }
      },
      inside: practiceInside,
    },
  ],
  parseDOM: [{ tag: 'div.practice' }],
  write: (node, children, format) => {
    const base = {
      id: node.attrs.id as string | null,
      'data-piece': 'practice',
      'data-answers': String(node.attrs.mode),
    }
    return element('div', { ...(format === 'source' ? {} : { class: 'practice' }), ...base }, children)
  },
  keepsBack: true,
  examples: [
    {
      type: 'practice',
      attrs: { id: 'ties', mode: 'one' },
      content: [
        {
          type: 'prompt',
          content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Which stone ties both faces?' }] }],
        },
        {
          type: 'answer',
          content: [
            { type: 'answerText', content: [{ type: 'text', text: 'hearting' }] },
            {
              type: 'feedback',
              content: [{ type: 'paragraph', content: [{ type: 'text', text: 'That fills the middle.' }] }],
            },
          ],
        },
        {
          type: 'answer',
          attrs: { isRight: true },
          content: [
            { type: 'answerText', content: [{ type: 'text', text: 'a through' }] },
            { type: 'feedback', content: [{ type: 'paragraph' }] },
          ],
        },
      ],
    },
  ],
} satisfies NodeKind

function practiceInside({ childNodes }: HtmlElement): readonly Inside[] {
  const answers: Inside[] = []
  const prompt: HtmlNode[] = []
  for (const child of childNodes) {
    if (isPart(child, 'prompt')) prompt.push(...child.childNodes)
    else if (isPart(child, 'answer')) answers.push(answerInside(child))
    else prompt.push(child)
  }
  if (answers.length === 0)
    answers.push({
      kind: 'answer',
      attrs: { isRight: false },
      inside: [
        { kind: 'answerText', line: [] },
        { kind: 'feedback', attrs: {}, inside: [{ blocks: [] }] },
      ],
    })
  return [{ kind: 'prompt', attrs: {}, inside: [{ blocks: prompt }] }, ...answers]
}

function answerInside(unsafeElement: HtmlElement): Inside {
  const feedback = unsafeElement.childNodes.filter(isElement).find((node) => isPart(node, 'feedback'))
  const line: HtmlNode[] = []
  for (const child of unsafeElement.childNodes) {
    if (child === feedback || (isText(child) && child.value.trim() === '')) continue
    if (isElement(child) && (child.tagName === 'p' || child.tagName === 'label')) line.push(...child.childNodes)
    else line.push(child)
  }
  return {
    kind: 'answer',
    attrs: { isRight: attribute(unsafeElement, 'data-right') === 'yes' },
    inside: [
      { kind: 'answerText', line },
      { kind: 'feedback', attrs: {}, inside: [{ blocks: feedback?.childNodes ?? [] }] },
    ],
  }
}

const holder = (name: 'prompt' | 'feedback', label: string): NodeKind => ({
  type: 'node',
  name,
  label,
  attributes: z.object({}),
  spec: { content: 'block+', isolating: true },
  holdsBlocks: true,
  reads: [],
  parseDOM: [{ tag: `div.${name}` }],
  write: (_node, children, format) =>
    element('div', format === 'source' ? { 'data-part': name } : { class: name, 'data-part': name }, children),
  examples: [],
})

export const prompt = {
  ...holder('prompt', 'prompt'),
  placeholder: (node) => (node.childCount === 1 ? 'The question' : null),
} satisfies NodeKind
export const feedback = {
  ...holder('feedback', 'feedback'),
  keepsBack: true,
  placeholder: (node) => (node.childCount === 1 ? 'Feedback for whoever chooses it' : null),
} satisfies NodeKind

/** One answer to choose, with its feedback. */
export const answer = {
  type: 'node',
  name: 'answer',
  label: 'answer',
  spoken: (node) => (node.attrs.isRight ? 'Answer, right' : 'Answer, wrong'),
  placeholder: (_node, _parent, index) => `Answer ${index}`,
  attributes: z.object({ isRight: z.boolean().default(false) }),
  spec: { content: 'answerText feedback', isolating: true },
  reads: [],
  parseDOM: [{ tag: 'div.answer' }],
  write: (node, children, format) => {
    const right = node.attrs.isRight ? 'yes' : 'no'
    if (format === 'source') return element('div', { 'data-part': 'answer', 'data-right': right }, children)
    if (format === 'sheet') return element('div', { class: 'answer', 'data-right': right }, children)
    // The field is put in when the page is rendered, where the question's name is known; the feedback stays back.
    return element('div', { class: 'answer', 'data-part': 'answer' }, children.slice(0, 1))
  },
  keepsBack: true,
  examples: [],
} satisfies NodeKind

export const answerText = {
  type: 'node',
  name: 'answerText',
  label: 'answer text',
  enter: 'begins the next entry',
  attributes: z.object({}),
  spec: { content: 'inline*', defining: true },
  reads: [],
  parseDOM: [{ tag: '.answer-text' }],
  write: (_node, children, format) =>
    format === 'published'
      ? element('label', { class: 'answer-text' }, children)
      : format === 'sheet'
        ? element('div', { class: 'answer-text' }, children)
        : element('p', {}, children),
  examples: [],
} satisfies NodeKind
