import { z } from 'zod'
import { webAddress } from '../../embeds/web-address.ts'
import { attribute, element, type HtmlElement, isElement, text } from '../../tree/tree.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import type { NodeKind } from '../kind.ts'

const side = z.number().int().min(50).max(4000)
const web = z.string().refine((value) => webAddress(value) === value, 'an address of the web was expected')

function attrsOf(frame: HtmlElement, link: string | undefined): Record<string, unknown> | null {
  const address = webAddress(attribute(frame, 'src') ?? '')
  if (!address) return null
  return {
    address,
    link: webAddress(link ?? '') ?? '',
    title: wordsFrom(attribute(frame, 'title'), 300),
    width: validOr(side, Number(attribute(frame, 'width')), 640),
    height: validOr(side, Number(attribute(frame, 'height')), 360),
  }
}

/**
 * What a player may do (HTML Standard, “sandbox”): run its script on its own host, play on another screen, and open its
 * own page in a new window. It may not lead this window elsewhere, send forms, start downloads or ask in dialogs.
 */
export const PLAYER_SANDBOX =
  'allow-scripts allow-same-origin allow-presentation allow-popups allow-popups-to-escape-sandbox'

/**
 * A player of another host in a frame. `width` and `height` give its ratio. Only allowed hosts are loaded, by the
 * content policy.
 */
export const player = {
  type: 'node',
  name: 'player',
  label: 'player',
  saysSomething: true,
  losses: [
    { formats: ['epub', 'pdf', 'web'], type: 'changed', message: 'A player of another host became a link to it.' },
  ],
  attributes: z.object({
    address: web.default('https://host.invalid/'),
    /** Where the same thing is watched at its host; empty when it is not known. */
    link: z.union([z.literal(''), web]).default(''),
    title: words(300).default(''),
    width: side.default(640),
    height: side.default(360),
  }),
  isPiece: true,
  isFrame: true,
  spec: { group: 'block', atom: true, defining: true },
  reads: [
    {
      tag: 'iframe',
      understands: [
        'data-piece',
        'data-link',
        'src',
        'title',
        'width',
        'height',
        'allow',
        'sandbox',
        'allowfullscreen',
        'loading',
        'frameborder',
        'referrerpolicy',
        'style',
        'class',
      ],
      read: (frame) =>
        attribute(frame, 'srcdoc') === undefined ? attrsOf(frame, attribute(frame, 'data-link')) : null,
    },
    {
      tag: 'figure',
      understands: ['class', 'data-piece', 'data-link'],
      read: (figure) => {
        const frame = figure.childNodes.find(
          (node): node is HtmlElement => isElement(node) && node.tagName === 'iframe',
        )
        return frame && attribute(figure, 'data-piece') === 'player'
          ? attrsOf(frame, attribute(figure, 'data-link'))
          : null
      },
    },
  ],
  parseDOM: [{ tag: 'figure.player' }],
  write: ({ attrs }, _children, format) => {
    const { address, link, title, width, height } = attrs as {
      address: string
      link: string
      title: string
      width: number
      height: number
    }
    if (format === 'sheet') return element('figure', { class: 'player' })
    const frame = { src: address, title, width, height }
    if (format === 'source') return element('iframe', { 'data-piece': 'player', ...frame, 'data-link': link || null })
    const where = link || address
    return element('figure', { class: 'player', 'data-piece': 'player', 'data-link': link || null }, [
      element('iframe', {
        ...frame,
        style: `aspect-ratio: ${width} / ${height}`,
        sandbox: PLAYER_SANDBOX,
        allow: 'fullscreen; picture-in-picture',
        loading: 'lazy',
        referrerpolicy: 'strict-origin-when-cross-origin',
      }),
      element('figcaption', {}, [
        element('a', { href: where }, [text(title || new URL(where).host)]),
        text(` (${new URL(where).hostname})`),
      ]),
    ])
  },
  examples: [
    {
      type: 'player',
      attrs: {
        address: 'https://video.example/embed/7?a=1&b=2',
        link: 'https://video.example/v/7',
        title: 'Setting a “through”',
        width: 640,
        height: 480,
      },
    },
  ],
} satisfies NodeKind
