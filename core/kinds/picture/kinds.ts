import { z } from 'zod'
import { attribute, element, type HtmlElement, isElement, text } from '../../tree/tree.ts'
import { pictureAddress, widthsFor } from '../../media/pictures.ts'
import { validOr, words, wordsFrom } from '../attributes.ts'
import { captionIn, percentIn } from '../figures.ts'
import type { NodeKind } from '../kind.ts'

const identifier = z.string().regex(/^[\w-]{1,60}$/)
const side = z.number().int().min(1).max(50_000)
const widthPercent = z.number().int().min(5).max(100)
export const pictureAlign = z.enum(['start', 'center', 'end'])
/** The longest alternative text, in UTF-16 units: several sentences. What needs more goes into the long description. */
export const MOST_ALT = 1000

const imageIn = ({ childNodes }: HtmlElement): HtmlElement | undefined => {
  for (const child of childNodes) if (isElement(child) && child.tagName === 'img') return child
  return undefined
}
const itemOf = (image: HtmlElement | undefined): string | null =>
  /^\/files\/([\w-]{1,60})\/\d+$/.exec((image && attribute(image, 'src')) ?? '')?.[1] ?? null

/**
 * A picture of the shelf with its caption. `alt` is null while nobody has said anything: neither words nor that it is
 * decorative, which is the empty string. `widthPercent` is its width in the column it stands in.
 */
export const picture = {
  type: 'node',
  name: 'picture',
  label: 'picture',
  counted: ['a picture', 'pictures'],
  saysSomething: true,
  refersTo: { attribute: 'item', to: 'shelf' },
  attributes: z.object({
    item: identifier.default('none'),
    /** Of the picture itself, in pixels. */
    width: side.default(1),
    height: side.default(1),
    alt: words(MOST_ALT).nullable().default(null),
    description: words(20_000).default(''),
    widthPercent: widthPercent.default(100),
    align: pictureAlign.default('center'),
  }),
  isPiece: true,
  placeholder: () => 'A caption, if it needs one',
  spec: { content: 'caption', group: 'block', isolating: true },
  reads: [
    {
      tag: 'figure',
      understands: ['class', 'data-piece', 'data-align', 'style'],
      read: (unsafeElement) => {
        const image = imageIn(unsafeElement)
        const item = itemOf(image)
        if (!image || !item) return null
        const alt = attribute(image, 'alt')
        return {
          item,
          width: validOr(side, Number(attribute(image, 'width')), 1),
          height: validOr(side, Number(attribute(image, 'height')), 1),
          alt: alt === undefined || attribute(image, 'data-alt') === 'missing' ? null : wordsFrom(alt, MOST_ALT),
          description: descriptionIn(unsafeElement),
          widthPercent: validOr(widthPercent, percentIn(unsafeElement), 100),
          align: validOr(pictureAlign, attribute(unsafeElement, 'data-align'), 'center'),
        }
      },
      inside: (unsafeElement) => [{ kind: 'caption', line: captionIn(unsafeElement)?.childNodes ?? [] }],
    },
  ],
  parseDOM: [{ tag: 'figure.picture' }],
  write: ({ attrs }, children, format) => {
    const { item, width, height, alt, description } = attrs as {
      item: string
      width: number
      height: number
      alt: string | null
      description: string
    }
    const frame = { 'data-align': String(attrs.align), style: `width: ${Number(attrs.widthPercent)}%` }
    if (format === 'sheet') return element('figure', { class: 'picture', ...frame }, children)
    const widths = widthsFor(width)
    const image = element('img', {
      src: pictureAddress(item, widths.at(-1)!),
      ...(format === 'published'
        ? {
            srcset: widths.map((each) => `${pictureAddress(item, each)} ${each}w`).join(', '),
            sizes: `(min-width: 720px) ${Math.round(6 * Number(attrs.widthPercent))}px, ${Number(attrs.widthPercent)}vw`,
            loading: 'lazy',
          }
        : {}),
      width,
      height,
      alt: alt ?? '',
      'data-alt': alt === null ? 'missing' : null,
    })
    const caption = children[0]
    // A caption stands first or last in its figure (HTML Standard, “the figure element”); style shows the description
    // beneath it.
    const isBare = format === 'published' && caption && isElement(caption) && caption.childNodes.length === 0
    const long =
      description === ''
        ? []
        : [
            element('details', { class: 'long-description' }, [
              element('summary', {}, [text('Description')]),
              ...description.split('\n').map((line) => element('p', {}, line === '' ? [] : [text(line)])),
            ]),
          ]
    return element(
      'figure',
      { ...(format === 'published' ? { class: 'picture' } : { 'data-piece': 'picture' }), ...frame },
      [image, ...long, ...(isBare ? [] : children)],
    )
  },
  examples: [
    {
      type: 'picture',
      attrs: {
        item: 'wall-1',
        width: 1200,
        height: 800,
        alt: 'A wall & its “batter”',
        description: 'Left.\n\nRight.',
        widthPercent: 60,
        align: 'start',
      },
      content: [{ type: 'caption', content: [{ type: 'text', text: 'A caption' }] }],
    },
    { type: 'picture', attrs: { item: 'wall-2', width: 300, height: 200, alt: null }, content: [{ type: 'caption' }] },
    { type: 'picture', attrs: { item: 'wall-3', width: 4000, height: 20, alt: '' }, content: [{ type: 'caption' }] },
  ],
} satisfies NodeKind

function descriptionIn({ childNodes }: HtmlElement): string {
  const details = childNodes.find((node): node is HtmlElement => isElement(node) && node.tagName === 'details')
  if (!details) return ''
  const lines = details.childNodes
    .filter((node): node is HtmlElement => isElement(node) && node.tagName === 'p')
    .map((line) => line.childNodes.map((node) => ('value' in node ? node.value : '')).join(''))
  return wordsFrom(lines.join('\n'), 20_000)
}

/** What stands under a picture. */
export const caption = {
  type: 'node',
  name: 'caption',
  label: 'caption',
  enter: 'leaves the piece',
  attributes: z.object({}),
  spec: { content: 'inline*', defining: true },
  reads: [],
  parseDOM: [{ tag: 'figcaption' }],
  write: (_node, children) => element('figcaption', {}, children),
  examples: [],
} satisfies NodeKind
