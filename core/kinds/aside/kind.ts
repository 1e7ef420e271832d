import { z } from 'zod'
import { percentage } from '../../tree/lengths.ts'
import { attribute, declarations, element, type HtmlElement } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import { isBoxed } from '../box/kind.ts'
import type { NodeKind, ReadRule } from '../kind.ts'
import { byName } from '../../tree/by-name.ts'

export const asideSide = z.enum(['start', 'end'])
/** In percent of its column: words still have room beside it. */
export const LEAST_ASIDE = 20
export const MOST_ASIDE = 70
const widthPercent = z.number().int().min(LEAST_ASIDE).max(MOST_ASIDE)
const DEFAULT_WIDTH = 40

/** Where CSS lets it float; left is taken for where a line begins. */
const FLOATS = byName<'start' | 'end'>({
  ...{ left: 'start', 'inline-start': 'start' },
  ...{ right: 'end', 'inline-end': 'end' },
})

/** Where a block floats that nobody has checked; undefined where it does not. */
export const sideIn = (unsafeElement: HtmlElement): 'start' | 'end' | undefined =>
  FLOATS[declarations(unsafeElement).get('float')?.trim().toLowerCase() ?? '']

/** An `aside` is one, unless it is a box; another block where it floats, or says that it is one. */
function readAside(unsafeElement: HtmlElement): Record<string, unknown> | null {
  const floats = sideIn(unsafeElement)
  const styles = declarations(unsafeElement)
  const isNamed = attribute(unsafeElement, 'data-piece') === 'aside'
  const isOne = isNamed || (unsafeElement.tagName === 'aside' && !isBoxed(unsafeElement))
  if (!isOne && !floats) return null
  return { side: floats ?? 'end', widthPercent: validOr(widthPercent, percentage(styles.get('width')), DEFAULT_WIDTH) }
}

const rule = (tag: string): ReadRule => ({
  tag,
  understands: ['class', 'data-piece', 'data-side'],
  styles: ['float', 'width'],
  read: readAside,
})

/** What belongs beside the text: the words flow past it. On a phone it is a block among the others. */
export const aside = {
  type: 'node',
  name: 'aside',
  label: 'aside',
  counted: ['an aside', 'asides'],
  attributes: z.object({
    /** Where it stands, as the page reads. */
    side: asideSide.default('end'),
    widthPercent: widthPercent.default(DEFAULT_WIDTH),
  }),
  isPiece: true,
  takenApart: (node) => node.children,
  spec: { content: 'block+', group: 'block', defining: true },
  reads: [rule('aside'), rule('div'), rule('section')],
  parseDOM: [{ tag: 'div.aside' }],
  write: ({ attrs }, children, format) => {
    const style = `float: inline-${String(attrs.side)}; width: ${Number(attrs.widthPercent)}%`
    if (format === 'source') return element('div', { 'data-piece': 'aside', style }, children)
    return element('div', { class: 'aside', 'data-piece': 'aside', 'data-side': String(attrs.side), style }, children)
  },
  examples: [
    {
      type: 'aside',
      content: [{ type: 'paragraph', content: [{ type: 'text', text: 'A waller is paid by the metre.' }] }],
    },
    {
      type: 'aside',
      attrs: { side: 'start', widthPercent: 30 },
      content: [
        { type: 'heading', attrs: { level: 3 }, content: [{ type: 'text', text: 'Tools' }] },
        { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph' }] }] },
      ],
    },
  ],
} satisfies NodeKind
