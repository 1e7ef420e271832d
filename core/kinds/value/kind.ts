import { z } from 'zod'
import { attribute, element, text, textOf } from '../../tree/tree.ts'
import { validOr, words } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

const decimals = z.number().int().min(0).max(12).nullable()

/**
 * A number in the text of a question that is computed for each student: a variable, or a formula of some. `decimals`
 * rounds it for the eye; null shows it with six significant figures at most. On a page it shows its formula.
 */
export const value = {
  type: 'node',
  name: 'value',
  label: 'value',
  saysSomething: true,
  inWords: ({ attrs }) => String(attrs.formula),
  attributes: z.object({ formula: words(500).default(''), decimals: decimals.default(null) }),
  spec: { inline: true, group: 'inline', atom: true, selectable: true },
  reads: [
    {
      tag: 'span',
      understands: ['class', 'data-formula', 'data-decimals'],
      read: (unsafeElement) => {
        const formula = attribute(unsafeElement, 'data-formula')
        if (formula === undefined || formula.trim() === '') return null
        // Other programs name their formulas so too; words that are not the formula are for readers.
        const shown = textOf(unsafeElement).trim()
        if (shown !== '' && shown !== formula.trim()) return null
        const given = attribute(unsafeElement, 'data-decimals')
        return {
          formula: formula.slice(0, 500).toWellFormed().replaceAll('\0', ''),
          decimals: given === undefined ? null : validOr(decimals, Number(given), null),
        }
      },
    },
  ],
  parseDOM: [
    {
      tag: 'span[data-formula]',
      getAttrs: (dom) => ({
        formula: dom.getAttribute('data-formula') ?? '',
        decimals: dom.hasAttribute('data-decimals') ? Number(dom.getAttribute('data-decimals')) : null,
      }),
    },
  ],
  write: (node) =>
    element(
      'span',
      {
        class: 'value',
        'data-formula': String(node.attrs.formula),
        'data-decimals': node.attrs.decimals === null ? null : String(node.attrs.decimals),
      },
      [text(String(node.attrs.formula))],
    ),
  examples: [{ type: 'value', attrs: { formula: 'w * h', decimals: 1 } }],
} satisfies NodeKind
