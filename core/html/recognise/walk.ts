import { attribute, hasClass, type HtmlElement, type HtmlNode, isElement, isText } from '../../tree/tree.ts'

export const isBlank = (node: HtmlNode): boolean =>
  isText(node) ? node.value.trim() === '' : node.nodeName === '#comment'

export const elementsOf = (nodes: readonly HtmlNode[]): HtmlElement[] => nodes.filter(isElement)

/** More elements than this stand in no header and no row of tabs: the look ends there. */
const MOST_LOOKED_AT = 200

/** Elements at any depth, in the order of the document; the first of very many. */
export function within(nodes: readonly HtmlNode[]): HtmlElement[] {
  const found: HtmlElement[] = []
  const waiting = [...nodes].reverse()
  for (let node = waiting.pop(); node && found.length < MOST_LOOKED_AT; node = waiting.pop()) {
    if (!isElement(node)) continue
    found.push(node)
    for (let at = node.childNodes.length - 1; at >= 0; at--) waiting.push(node.childNodes[at]!)
  }
  return found
}

/** The words of nodes, as far as the look goes. */
export function wordsOf(nodes: readonly HtmlNode[]): string {
  let words = ''
  let seen = 0
  const waiting = [...nodes].reverse()
  for (let node = waiting.pop(); node && seen < 2 * MOST_LOOKED_AT; node = waiting.pop(), seen++) {
    if (isText(node)) words += node.value
    else if (isElement(node))
      for (let at = node.childNodes.length - 1; at >= 0; at--) waiting.push(node.childNodes[at]!)
  }
  return words
}

/**
 * The id that a link within the page or a control points to: `href="#id"`, `data-target`, `aria-controls`,
 * `popovertarget`, `commandfor`.
 */
export function targetOf(element: HtmlElement): string | null {
  const fragment =
    attribute(element, 'href') ?? attribute(element, 'data-target') ?? attribute(element, 'data-bs-target')
  if (fragment !== undefined && /^#.+/.test(fragment)) return decode(fragment.slice(1))
  // HTML Standard, “The popover target attributes”, “The button element” (`commandfor`).
  return (
    attribute(element, 'aria-controls') ??
    attribute(element, 'popovertarget') ??
    attribute(element, 'commandfor') ??
    null
  )
}

function decode(fragment: string): string {
  try {
    return decodeURIComponent(fragment)
  } catch {
    return fragment
  }
}

/**
 * A piece of ours, in the source or as it is published: what leads to it, such as a list of links to equations above
 * these, does not fold it away.
 */
export const isPiece = (element: HtmlElement): boolean =>
  attribute(element, 'data-piece') !== undefined || hasClass(element, 'equation-block')

/** An element of our own making that stands where another stood. */
export function standIn(
  tag: string,
  attributes: Record<string, string>,
  childNodes: HtmlNode[],
  place: HtmlElement,
): HtmlElement {
  const made: HtmlElement = {
    ...place,
    nodeName: tag,
    tagName: tag,
    attrs: Object.entries(attributes).map(([name, value]) => ({ name, value })),
    childNodes,
  }
  for (const child of childNodes) child.parentNode = made
  return made
}
