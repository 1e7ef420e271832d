import { z } from 'zod'
import { attribute, declarations, element } from '../../tree/tree.ts'
import { onInlineElements } from '../inline-elements.ts'
import type { MarkKind } from '../kind.ts'
import { cssSize, safeSize, SIZE } from './sizes.ts'
import { byName } from '../../tree/by-name.ts'

/** Sizes of the `font` element, 1 to 7 (HTML Standard, “Rendering”: “rules for parsing a legacy font size”). */
const LEGACY = ['small', 'small', null, 'large', 'x-large', 'xx-large', 'xx-large'] as const
/** Elements that mean a size by themselves. */
const MEANT = byName<string>({ small: 'small', big: 'large' })

/** Words larger or smaller than those around them: a step, or points. */
export const textSize = {
  type: 'mark',
  name: 'textSize',
  label: 'text size',
  attributes: z.object({ size: z.string().regex(SIZE).default('large') }),
  spec: {},
  reads: onInlineElements(
    (unsafeElement) => {
      const legacy = unsafeElement.tagName === 'font' ? Number(attribute(unsafeElement, 'size')) : NaN
      const size =
        safeSize(declarations(unsafeElement).get('font-size')) ??
        LEGACY[legacy - 1] ??
        MEANT[unsafeElement.tagName] ??
        null
      return size === null ? null : { size }
    },
    { styles: ['font-size'], attributes: ['size'] },
  ),
  parseDOM: [{ tag: 'span.text-size', getAttrs: (dom) => ({ size: safeSize(dom.style.fontSize) ?? 'large' }) }],
  write: ({ attrs }, children, format) =>
    element(
      'span',
      { class: format === 'source' ? null : 'text-size', style: `font-size: ${cssSize(String(attrs.size))}` },
      children,
    ),
  examples: [
    { type: 'text', text: 'small print', marks: [{ type: 'textSize', attrs: { size: 'small' } }] },
    { type: 'text', text: 'poster', marks: [{ type: 'textSize', attrs: { size: '24.5pt' } }] },
  ],
} satisfies MarkKind
