import { z } from 'zod'
import { inkOn, safeColour } from '../../tree/colours.ts'
import { attribute, declarations, element, hasClass, type HtmlElement } from '../../tree/tree.ts'
import { groundIn } from '../attributes.ts'
import type { MarkKind } from '../kind.ts'

export const DEFAULT_BADGE = '#e0e6ec'

/** Said so, or written by hand: words on a ground with round corners and room around them. */
export function isBadge(unsafeElement: HtmlElement): boolean {
  if (unsafeElement.tagName !== 'span') return false
  if (attribute(unsafeElement, 'data-piece') === 'badge' || hasClass(unsafeElement, 'badge')) return true
  const styles = declarations(unsafeElement)
  return groundIn(styles) !== null && styles.has('border-radius') && styles.has('padding')
}

/** A word or two on a ground of their own with room around them, such as “New” or “Week 3”. */
export const badge = {
  type: 'mark',
  name: 'badge',
  label: 'badge',
  attributes: z.object({
    ground: z
      .string()
      .regex(/^#[0-9a-f]{6}$/)
      .default(DEFAULT_BADGE),
  }),
  spec: { inclusive: false },
  reads: [
    {
      tag: 'span',
      understands: ['class', 'data-piece'],
      styles: ['background-color', 'background', 'color', 'border-radius', 'padding'],
      read: (unsafeElement) => {
        if (!isBadge(unsafeElement)) return null
        const styles = declarations(unsafeElement)
        return { ground: groundIn(styles) ?? DEFAULT_BADGE }
      },
    },
  ],
  parseDOM: [
    { tag: 'span.badge', getAttrs: (dom) => ({ ground: safeColour(dom.style.backgroundColor) ?? DEFAULT_BADGE }) },
  ],
  write: ({ attrs }, children, format) => {
    const ground = String(attrs.ground)
    return format === 'source'
      ? element('span', { 'data-piece': 'badge', style: `background-color: ${ground}` }, children)
      : element('span', { class: 'badge', style: `background-color: ${ground}; color: ${inkOn(ground)}` }, children)
  },
  examples: [{ type: 'text', text: 'New', marks: [{ type: 'badge', attrs: { ground: '#e4ebdb' } }] }],
} satisfies MarkKind
