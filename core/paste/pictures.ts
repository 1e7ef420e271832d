import { attribute, element, type HtmlElement, type HtmlNode, isElement, text } from '../tree/tree.ts'
import { wordsFrom } from '../kinds/attributes.ts'
import { MOST_ALT } from '../kinds/picture/kinds.ts'
import { PLACE_OF_PICTURE } from './picture-places.ts'

/** A picture that HTML from a clipboard names. */
export interface FoundPicture {
  /** Where its bytes are, as the HTML has it; empty where it says nothing. */
  readonly source: string
  /** Its alternative text; empty where it has none. */
  readonly alt: string
  /** What stands under it, as content of a line. */
  readonly caption: readonly HtmlNode[]
}

/** Bytes in the HTML itself (RFC 2397). */
export const isEmbedded = (source: string): boolean => /^data:image\//i.test(source)
export const isOnTheWeb = (source: string): boolean => /^https?:\/\//i.test(source)

/** A picture of the shelf, as pages write it. */
export const isOwnPicture = (image: HtmlElement): boolean =>
  /^\/files\/[\w-]+\/\d+$/.test(attribute(image, 'src') ?? '')

/** What stands in the place of a picture while the rest is read. */
export function placeFor(image: HtmlElement, found: FoundPicture[], caption: readonly HtmlNode[] = []): HtmlNode {
  found.push({
    source: (attribute(image, 'src') ?? '').trim(),
    alt: wordsFrom((attribute(image, 'alt') ?? '').replace(/\s+/g, ' '), MOST_ALT).trim(),
    caption,
  })
  return text(`${PLACE_OF_PICTURE}${found.length - 1}${PLACE_OF_PICTURE}`)
}

/**
 * The picture of a figure that holds nothing but one and perhaps its caption (HTML Standard, “The figure element”);
 * null for any other element, and for a picture of ours.
 */
export function pictureOfFigure(node: HtmlElement): { image: HtmlElement; caption: HtmlNode[] } | null {
  if (node.tagName !== 'figure' || hasOwnWords(node)) return null
  const parts = node.childNodes.filter(isElement)
  const captions = parts.filter(({ tagName }) => tagName === 'figcaption')
  const images = parts.filter((part) => part.tagName !== 'figcaption').map((part) => onlyImage(part))
  const [image] = images
  return image && !isOwnPicture(image) && images.length === 1 && captions.length < 2
    ? { image, caption: captions[0]?.childNodes ?? [] }
    : null
}

/** Words that stand in an element itself, outside all that is in it. */
const hasOwnWords = ({ childNodes }: HtmlElement): boolean =>
  childNodes.some((child) => 'value' in child && child.value.trim() !== '')

/** The image in what may be a link, a `picture` or a block around it alone. */
function onlyImage(node: HtmlElement, depth = 0): HtmlElement | null {
  if (node.tagName === 'img') return node
  const parts = node.childNodes.filter((child) => isElement(child) && child.tagName !== 'source')
  const [part] = parts
  return depth < 4 && parts.length === 1 && part && isElement(part) && !hasOwnWords(node)
    ? onlyImage(part, depth + 1)
    : null
}

/** Puts places where the pictures of HTML are that is read as it stands. Changes the tree in place. */
export function placesForPictures(nodes: readonly HtmlNode[], found: FoundPicture[], depth = 0): HtmlNode[] {
  if (depth > 300) return [...nodes]
  return nodes.flatMap((node) => {
    if (!isElement(node)) return [node]
    if (node.tagName === 'img' && !isOwnPicture(node)) return [placeFor(node, found)]
    const figure = pictureOfFigure(node)
    if (figure) return [element('p', {}, [placeFor(figure.image, found, figure.caption)])]
    node.childNodes = placesForPictures(node.childNodes, found, depth + 1)
    for (const child of node.childNodes) child.parentNode = node
    return [node]
  })
}
