import { z } from 'zod'
import { inkOn, safeColour } from '../../tree/colours.ts'
import { declarations, element, type HtmlElement } from '../../tree/tree.ts'
import { INLINE_ELEMENTS } from '../inline-elements.ts'
import { groundIn } from '../attributes.ts'
import { isBadge } from '../badge/kind.ts'
import type { MarkKind } from '../kind.ts'

export const DEFAULT_HIGHLIGHT = '#f7e3a1'

/** What other programs give as the ground of words; white is the paper's own, and no highlight. */
function groundOf(unsafeElement: HtmlElement): string | null {
  const styles = declarations(unsafeElement)
  const ground = groundIn(styles)
  if (unsafeElement.tagName === 'mark') return ground ?? DEFAULT_HIGHLIGHT
  return ground === '#ffffff' || isBadge(unsafeElement) ? null : ground
}

/** Words on a ground of their own, as if gone over with a pen (HTML Standard, “The mark element”). */
export const highlight = {
  type: 'mark',
  name: 'highlight',
  label: 'highlight',
  attributes: z.object({
    ground: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .default(DEFAULT_HIGHLIGHT),
  }),
  spec: {},
  reads: INLINE_ELEMENTS.map((tag) => ({
    tag,
    understands: [],
    // The ink follows the ground, so that what is highlighted stays readable; another colour is a mark of its own.
    styles: ['background-color', 'background', 'color'],
    read: (unsafeElement) => {
      const ground = groundOf(unsafeElement)
      return ground === null ? null : { ground }
    },
  })),
  parseDOM: [
    { tag: 'mark', getAttrs: (dom) => ({ ground: safeColour(dom.style.backgroundColor) ?? DEFAULT_HIGHLIGHT }) },
  ],
  write: ({ attrs }, children, format) => {
    const ground = String(attrs.ground)
    const ink = format === 'source' ? '' : `; color: ${inkOn(ground)}`
    const isDefault = format === 'source' && ground === DEFAULT_HIGHLIGHT
    return element('mark', { style: isDefault ? null : `background-color: ${ground}${ink}` }, children)
  },
  examples: [
    { type: 'text', text: 'remember', marks: [{ type: 'highlight' }] },
    { type: 'text', text: 'this', marks: [{ type: 'highlight', attrs: { ground: '#23302f' } }] },
  ],
} satisfies MarkKind
