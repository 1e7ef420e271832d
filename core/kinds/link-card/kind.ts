import { z } from 'zod'
import { safeAddress } from '../../tree/addresses.ts'
import { attribute, element, type HtmlElement, isElement, text } from '../../tree/tree.ts'
import { words, wordsFrom } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

const anchorIn = ({ childNodes }: HtmlElement): HtmlElement | undefined =>
  childNodes.find((node): node is HtmlElement => isElement(node) && node.tagName === 'a')
const wordsIn = (holder: HtmlElement): string =>
  holder.childNodes.map((node) => ('value' in node ? node.value : isElement(node) ? wordsIn(node) : '')).join('')

/** Something elsewhere that can only be linked: its title and where it is. */
export const linkCard = {
  type: 'node',
  name: 'linkCard',
  label: 'link card',
  saysSomething: true,
  attributes: z.object({
    address: z
      .string()
      .refine((value) => safeAddress(value) === value, 'an address was expected')
      .default('#'),
    title: words(300).default(''),
  }),
  isPiece: true,
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece'],
      read: (card) => {
        const link = attribute(card, 'data-piece') === 'link-card' ? anchorIn(card) : undefined
        const address = link && safeAddress(attribute(link, 'href'))
        return link && address
          ? { address, title: attribute(link, 'data-title') === 'none' ? '' : wordsFrom(wordsIn(link), 300) }
          : null
      },
    },
  ],
  parseDOM: [{ tag: 'div.link-card' }],
  write: ({ attrs }, _children, format) => {
    const { address, title } = attrs as { address: string; title: string }
    const link = element('a', { href: address, 'data-title': title === '' ? 'none' : null }, [text(title || address)])
    return element(
      'div',
      { ...(format === 'source' ? {} : { class: 'link-card' }), 'data-piece': 'link-card' },
      format === 'source' ? [link] : [link, element('span', {}, [text(hostOf(address))])],
    )
  },
  examples: [
    { type: 'linkCard', attrs: { address: 'https://maps.example/?a=1', title: 'A map of walls' } },
    { type: 'linkCard', attrs: { address: 'https://maps.example/', title: '' } },
  ],
} satisfies NodeKind

function hostOf(address: string): string {
  try {
    return new URL(address).host
  } catch {
    return ''
  }
}
