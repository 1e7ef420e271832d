import { z } from 'zod'
import { safeAddress } from '../../tree/addresses.ts'
import { attribute, element, type HtmlElement } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { MarkKind } from '../kind.ts'

/** The longest title of a link, in UTF-16 units. */
export const MOST_LINK_TITLE = 300

/** Whether HTML has a link open in a window or tab of its own (HTML Standard, “valid navigable target names”). */
export const opensNewWindow = (anchor: HtmlElement): boolean => /^_blank$/i.test(attribute(anchor, 'target') ?? '')

/**
 * A link to the web, to mail, or to a place in the page. Only addresses that pass the allow-list exist. Where it opens
 * a new window, this is said after its words (WCAG 2.2, technique G201) when it is published.
 */
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
    /** What it leads to, where its words don’t say so (HTML Standard, “the title attribute”). */
    title: words(MOST_LINK_TITLE).default(''),
    isNewWindow: z.boolean().default(false),
  }),
  spec: { inclusive: false },
  isMeaning: true,
  reads: [
    {
      tag: 'a',
      understands: ['href', 'title', 'target', 'rel'],
      read: (unsafeElement) => {
        const href = safeAddress(attribute(unsafeElement, 'href'))
        const title = wordsFrom(attribute(unsafeElement, 'title'), MOST_LINK_TITLE)
        return href === null ? null : { href, title, isNewWindow: opensNewWindow(unsafeElement) }
      },
    },
  ],
  parseDOM: [
    {
      tag: 'a[href]',
      getAttrs: (dom) => ({
        href: safeAddress(dom.getAttribute('href')) ?? '#',
        title: wordsFrom(dom.title, MOST_LINK_TITLE),
        isNewWindow: dom.getAttribute('target') === '_blank',
      }),
    },
  ],
  write: ({ attrs }, children, format) =>
    element(
      'a',
      {
        href: String(attrs.href),
        title: String(attrs.title) || null,
        target: attrs.isNewWindow ? '_blank' : null,
        // What opens learns neither who opened it, nor from where (HTML Standard, “link type noopener”).
        rel: attrs.isNewWindow && format === 'published' ? 'noopener noreferrer' : null,
      },
      children,
    ),
  examples: [
    { type: 'text', text: 'the map', marks: [{ type: 'link', attrs: { href: 'https://maps.example/?a=1&b=2' } }] },
    { type: 'text', text: 'below', marks: [{ type: 'strong' }, { type: 'link', attrs: { href: '#water' } }] },
    {
      type: 'text',
      text: 'the atlas',
      marks: [
        { type: 'link', attrs: { href: 'https://maps.example/', title: 'Maps “of old”, 1 > 0', isNewWindow: true } },
      ],
    },
  ],
} satisfies MarkKind
