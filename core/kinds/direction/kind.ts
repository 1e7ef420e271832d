import { z } from 'zod'
import { attribute, element, type HtmlElement } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import type { MarkKind, ReadRule } from '../kind.ts'

const way = z.enum(['ltr', 'rtl', 'auto'])

/** `bdi` without a direction finds one by its words (HTML Standard, “The bdi element”). */
const read = (unsafeElement: HtmlElement): Record<string, unknown> | null => {
  const given = way.safeParse(attribute(unsafeElement, 'dir')?.toLowerCase())
  if (given.success) return { direction: given.data }
  return unsafeElement.tagName === 'bdi' ? { direction: 'auto' } : null
}
const rule = (tag: string): ReadRule => ({ tag, understands: ['dir'], read })

/** The direction in which a passage is read, apart from what stands around it. */
export const direction = {
  type: 'mark',
  name: 'direction',
  label: 'direction',
  attributes: z.object({ direction: way.default('auto') }),
  spec: {},
  isMeaning: true,
  reads: ['bdi', 'span', 'bdo', 'q', 'font'].map(rule),
  parseDOM: [{ tag: 'bdi', getAttrs: (dom) => ({ direction: validOr(way, dom.getAttribute('dir'), 'auto') }) }],
  write: ({ attrs }, children) =>
    element('bdi', { dir: attrs.direction === 'auto' ? null : String(attrs.direction) }, children),
  examples: [
    { type: 'text', text: 'حجر', marks: [{ type: 'direction', attrs: { direction: 'rtl' } }] },
    { type: 'text', text: 'stone 4', marks: [{ type: 'direction' }] },
  ],
} satisfies MarkKind
