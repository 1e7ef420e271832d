import { z } from 'zod'
import { attribute, element } from '../../tree/tree.ts'
import type { NodeKind } from '../kind.ts'

const identifier = z.string().regex(/^[\w-]{1,60}$/)

/**
 * A question of the bank, standing in a page. Each reader gets a version of their own; the page holds none of its
 * words.
 */
export const bankQuestion = {
  type: 'node',
  name: 'bankQuestion',
  label: 'question of the bank',
  needsPage: true,
  refersTo: { attribute: 'question', to: 'questions' },
  losses: [
    {
      formats: ['epub', 'pdf', 'web'],
      type: 'left out',
      message: 'Questions of the bank were left out: they are answered in the course.',
    },
  ],
  attributes: z.object({ question: identifier.default('none') }),
  isPiece: true,
  spec: { group: 'block', atom: true, isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece', 'data-question'],
      read: (unsafeElement) => {
        const question = identifier.safeParse(attribute(unsafeElement, 'data-question'))
        return attribute(unsafeElement, 'data-piece') === 'question' && question.success
          ? { question: question.data }
          : null
      },
    },
  ],
  parseDOM: [
    { tag: 'div.bank-question', getAttrs: (dom) => ({ question: dom.getAttribute('data-question') ?? 'none' }) },
  ],
  write: (node, _children, format) =>
    element('div', {
      class: format === 'source' ? null : 'bank-question',
      'data-piece': 'question',
      'data-question': String(node.attrs.question),
    }),
  examples: [{ type: 'bankQuestion', attrs: { question: 'tonnes' } }],
} satisfies NodeKind
