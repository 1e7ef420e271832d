import { z } from 'zod'
import { MOST_TEX, safeTex } from './tex.ts'
import { attribute, element, type HtmlElement, text, textOf } from '../../tree/tree.ts'
import { words } from '../attributes.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { NodeKind } from '../kind.ts'

/*
 * Equations are kept as the LaTeX that their authors typed. MathML is made of it when a page is rendered, and read into
 * it before a page is read, so that neither comes with the sheet. What can't be set stays as it was typed.
 */
const PIECE = 'equation'
const tex = words(MOST_TEX).default('')

const isEquation = (unsafeElement: HtmlElement): boolean => attribute(unsafeElement, 'data-piece') === PIECE

/** What is kept of an element of ours: without the formula there is nothing. */
const ours = (unsafeElement: HtmlElement): string | null =>
  isEquation(unsafeElement) ? safeTex(attribute(unsafeElement, 'data-tex') ?? textOf(unsafeElement)) : null

/** A formula within a line. */
export const equation = {
  type: 'node',
  name: 'equation',
  label: 'equation',
  counted: ['an equation', 'equations'],
  saysSomething: true,
  inWords: ({ attrs }) => String(attrs.tex),
  attributes: z.object({ tex }),
  spec: { inline: true, group: 'inline', atom: true, selectable: true },
  reads: [
    {
      tag: 'span',
      understands: ['data-piece', 'data-tex', 'class'],
      read: (unsafeElement) => {
        const found = ours(unsafeElement)
        return found === null ? null : { tex: found }
      },
    },
  ],
  parseDOM: [{ tag: 'span[data-tex]', getAttrs: (dom) => ({ tex: dom.dataset.tex ?? '' }) }],
  write: ({ attrs }, _children, format) =>
    format === 'sheet'
      ? element('span', { class: PIECE, 'data-tex': String(attrs.tex) })
      : element('span', { 'data-piece': PIECE }, [text(String(attrs.tex))]),
  examples: [{ type: 'equation', attrs: { tex: '\\frac{a}{b} < x_1^2 & "y"' } }],
} satisfies NodeKind

/** A formula on a line of its own, with a number where `isNumbered`; `id` is a place to link to. */
export const displayEquation = {
  type: 'node',
  name: 'displayEquation',
  label: 'equation',
  counted: ['an equation', 'equations'],
  saysSomething: true,
  inWords: ({ attrs }) => String(attrs.tex),
  isPiece: true,
  attributes: z.object({
    tex,
    isNumbered: z.boolean().default(false),
    id: z.string().regex(ANCHOR).nullable().default(null),
  }),
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'div',
      understands: ['data-piece', 'data-tex', 'data-numbered', 'class', 'id'],
      read: (unsafeElement) => {
        const found = ours(unsafeElement)
        if (found === null) return null
        const isNumbered = attribute(unsafeElement, 'data-numbered') === 'yes'
        return { tex: found, isNumbered, id: anchorOf(unsafeElement) }
      },
    },
  ],
  parseDOM: [{ tag: 'div[data-tex]', getAttrs: (dom) => ({ tex: dom.dataset.tex ?? '' }) }],
  write: ({ attrs }, _children, format) => {
    const settings = { 'data-numbered': attrs.isNumbered ? 'yes' : null, id: attrs.id as string | null }
    return format === 'sheet'
      ? element('div', { class: 'equation-block', 'data-tex': String(attrs.tex), ...settings })
      : element('div', { 'data-piece': PIECE, ...settings }, [text(String(attrs.tex))])
  },
  examples: [
    { type: 'displayEquation', attrs: { tex: '\\sum_{i=1}^{n} i = \\frac{n(n+1)}{2}', isNumbered: true, id: 'sum' } },
    { type: 'displayEquation', attrs: { tex: '\\begin{pmatrix} a & b \\\\ c & d \\end{pmatrix}' } },
  ],
} satisfies NodeKind
