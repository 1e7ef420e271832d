import { z } from 'zod'
import { attribute, element, hasClass, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import { validOr } from '../attributes.ts'
import { ANCHOR, anchorOf } from '../heading/kind.ts'
import type { Inside, NodeKind } from '../kind.ts'
import { rename, titleAndBlocks } from '../part/kinds.ts'

/** Where a label points to, in percent of the picture: from its left edge and from its top, to a tenth. */
const percent = z.number().min(0).max(100)
const MIDDLE = 50

/** A share of the picture's side to a tenth of a percent, within the picture. */
export const onPicture = (share: number): number => Math.round(Math.min(100, Math.max(0, share)) * 10) / 10

const isFigure = (node: HtmlNode): node is HtmlElement => isElement(node) && node.tagName === 'figure'
const isTitle = (node: HtmlNode): node is HtmlElement =>
  isElement(node) && (hasClass(node, 'spot-title') || attribute(node, 'data-part') === 'title')

const isSpot = (node: HtmlNode): node is HtmlElement =>
  isElement(node) && (attribute(node, 'data-part') === 'label' || hasClass(node, 'spot'))

/** The labels of a picture: beside it in the source, in a list beneath it where it is read. */
const spotsIn = ({ childNodes }: HtmlElement): HtmlElement[] =>
  childNodes.flatMap((node) => (isElement(node) && node.tagName === 'ol' ? node.childNodes : [node])).filter(isSpot)

function inside(unsafeElement: HtmlElement): readonly Inside[] {
  return [
    { blocks: unsafeElement.childNodes.filter(isFigure) },
    ...spotsIn(unsafeElement).map((entry): Inside => {
      const title = entry.childNodes.find(isTitle)
      const place = (name: string): number => onPicture(validOr(percent, Number(attribute(entry, name) ?? NaN), MIDDLE))
      return {
        kind: 'spot',
        attrs: { id: anchorOf(entry), x: place('data-x'), y: place('data-y') },
        inside: [
          { kind: 'partTitle', line: title?.childNodes ?? [] },
          { blocks: entry.childNodes.filter((node) => node !== title) },
        ],
      }
    }),
  ]
}

/** One picture of the shelf and its labels, with nothing that would get lost. */
function isWhole(unsafeElement: HtmlElement): boolean {
  const [first, ...others] = unsafeElement.childNodes.filter((node) => isElement(node) || /\S/.test(wordsOf(node)))
  if (!first || !isFigure(first) || others.length === 0) return false
  const source = attribute(first.childNodes.find(isImage) ?? first, 'src') ?? ''
  const areSpots = others.every((node) => isSpot(node) || (isElement(node) && node.tagName === 'ol'))
  return source.startsWith('/files/') && areSpots && spotsIn(unsafeElement).length > 0
}
const isImage = (node: HtmlNode): node is HtmlElement => isElement(node) && node.tagName === 'img'
const wordsOf = (node: HtmlNode): string => ('value' in node ? node.value : '')

/**
 * A picture with numbered places on it, and a list of what is there beneath it; in its list each place is read without
 * the picture, too.
 */
export const labelledPicture = {
  type: 'node',
  name: 'labelledPicture',
  label: 'labelled picture',
  counted: ['a labelled picture', 'labelled pictures'],
  attributes: z.object({}),
  isPiece: true,
  entries: 'spot',
  takenApart: ({ children: [pictured, ...spots] }) => [pictured!, ...spots.flatMap(titleAndBlocks)],
  spec: { content: 'picture spot+', group: 'block', isolating: true },
  reads: [
    {
      tag: 'div',
      understands: ['class', 'data-piece'],
      read: (unsafeElement) =>
        attribute(unsafeElement, 'data-piece') === 'labelled-picture' && isWhole(unsafeElement) ? {} : null,
      inside,
    },
  ],
  parseDOM: [{ tag: 'div.labelled-picture' }],
  // Where it is read, its labels are put into a list (`core/html/spots.ts`).
  write: (_node, children, format) =>
    element(
      'div',
      { class: format === 'source' ? null : 'labelled-picture', 'data-piece': 'labelled-picture' },
      children,
    ),
  examples: [
    {
      type: 'labelledPicture',
      content: [
        {
          type: 'picture',
          attrs: { item: 'wall-1', width: 1200, height: 800, alt: 'A wall', description: 'Long.' },
          content: [{ type: 'caption', content: [{ type: 'text', text: 'A cut through it' }] }],
        },
        {
          type: 'spot',
          attrs: { id: 'cope', x: 12.5, y: 0 },
          content: [
            { type: 'partTitle', content: [{ type: 'text', text: 'Cope & “cap”' }] },
            { type: 'paragraph', content: [{ type: 'text', text: 'Holds it down.' }] },
            { type: 'rule' },
          ],
        },
        { type: 'spot', content: [{ type: 'partTitle' }, { type: 'paragraph' }] },
      ],
    },
  ],
} satisfies NodeKind

/** A place on a picture, and what is there. */
export const spot = {
  type: 'node',
  name: 'spot',
  label: 'label',
  isPiece: true,
  holdsBlocks: true,
  placeholder: (_node, _parent, index) => `Label ${index}`,
  nameOf: (node) => node.firstChild?.textContent || null,
  attributes: z.object({
    id: z.string().regex(ANCHOR).nullable().default(null),
    x: percent.default(MIDDLE),
    y: percent.default(MIDDLE),
  }),
  spec: { content: 'partTitle block+', defining: true, isolating: true },
  reads: [],
  parseDOM: [{ tag: 'div.spot' }],
  write: ({ attrs }, children, format) => {
    const title = children[0]
    if (format !== 'sheet' && title && isElement(title)) {
      rename(title, 'p')
      title.attrs.push({ name: 'data-part', value: 'title' })
      if (format === 'published') title.attrs.push({ name: 'class', value: 'spot-title' })
    }
    const id = attrs.id as string | null
    if (format === 'sheet') return element('div', { class: 'spot', id }, children)
    const own = { class: format === 'source' ? null : 'spot', 'data-part': 'label', id }
    return element('section', { ...own, 'data-x': Number(attrs.x), 'data-y': Number(attrs.y) }, children)
  },
  examples: [],
} satisfies NodeKind
