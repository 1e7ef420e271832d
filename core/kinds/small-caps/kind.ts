import { z } from 'zod'
import { declarations, element } from '../../tree/tree.ts'
import { onInlineElements } from '../inline-elements.ts'
import type { MarkKind } from '../kind.ts'

/** Small letters as small capitals (CSS Fonts 4, `font-variant-caps`). */
export const smallCaps = {
  type: 'mark',
  name: 'smallCaps',
  label: 'small capitals',
  attributes: z.object({}),
  spec: {},
  reads: onInlineElements(
    (unsafeElement) => {
      const styles = declarations(unsafeElement)
      return /\bsmall-caps\b/.test(styles.get('font-variant-caps') ?? styles.get('font-variant') ?? '') ? {} : null
    },
    { styles: ['font-variant-caps', 'font-variant'] },
  ),
  parseDOM: [{ tag: 'span.small-caps' }],
  write: (_mark, children, format) =>
    element(
      'span',
      { class: format === 'source' ? null : 'small-caps', style: 'font-variant-caps: small-caps' },
      children,
    ),
  examples: [{ type: 'text', text: 'Cope', marks: [{ type: 'smallCaps' }] }],
} satisfies MarkKind
