import { z } from 'zod'
import { safeAddress } from '../../tree/addresses.ts'
import { attribute, element } from '../../tree/tree.ts'
import type { MarkKind } from '../kind.ts'

/** A link to the web, to mail, or to a place in the page. Only addresses that pass the allow-list exist. */
export const link = {
  type: 'mark',
  name: 'link',
  label: 'link',
  attributes: z.object({
    href: z
      .string()
      .refine(
        (href) => safeAddress(href) === href,
        'an address of the web, of mail, or a #place in the page was expected',
      )
      .default('#'),
  }),
  spec: { inclusive: false },
  isMeaning: true,
  reads: [
    {
      tag: 'a',
      understands: ['href'],
      read: (unsafeElement) => {
        const href = safeAddress(attribute(unsafeElement, 'href'))
        return href === null ? null : { href }
      },
    },
  ],
  parseDOM: [{ tag: 'a[href]', getAttrs: (dom) => ({ href: safeAddress(dom.getAttribute('href')) ?? '#' }) }],
  write: (mark, children) => element('a', { href: String(mark.attrs.href) }, children),
  examples: [
    { type: 'text', text: 'the map', marks: [{ type: 'link', attrs: { href: 'https://maps.example/?a=1&b=2' } }] },
    { type: 'text', text: 'below', marks: [{ type: 'strong' }, { type: 'link', attrs: { href: '#water' } }] },
  ],
} satisfies MarkKind
