import { z } from 'zod'
import { attribute, declarations, element } from '../../tree/tree.ts'
import { firstThat } from '../attributes.ts'
import { onInlineElements } from '../inline-elements.ts'
import type { MarkKind } from '../kind.ts'
import { type FaceName, FACES, safeFace } from './faces.ts'

const face = z.enum(Object.keys(FACES) as [FaceName, ...FaceName[]])

/** Words in one of the typefaces that ship. */
export const typeface = {
  type: 'mark',
  name: 'typeface',
  label: 'typeface',
  attributes: z.object({ face: face.default('sans') }),
  spec: {},
  reads: onInlineElements(
    (unsafeElement) => {
      if (unsafeElement.attrs.length === 0) return null
      const found = firstThat(
        safeFace,
        declarations(unsafeElement).get('font-family'),
        attribute(unsafeElement, 'face'),
      )
      return found === null ? null : { face: found }
    },
    { styles: ['font-family'], attributes: ['face'] },
  ),
  parseDOM: [{ tag: 'span.typeface', getAttrs: (dom) => ({ face: safeFace(dom.style.fontFamily) ?? 'sans' }) }],
  write: ({ attrs }, children, format) =>
    element(
      'span',
      {
        class: format === 'source' ? null : 'typeface',
        style: `font-family: ${FACES[attrs.face as FaceName].families}`,
      },
      children,
    ),
  examples: [{ type: 'text', text: 'typed', marks: [{ type: 'typeface', attrs: { face: 'mono' } }] }],
} satisfies MarkKind
