import { attribute, type HtmlElement, type HtmlNode, isElement, isText } from '../tree.ts'

export const isBlank = (node: HtmlNode): boolean => (isText(node) ? node.value.trim() === '' : node.nodeName === '#comment')

export const elementsOf = (nodes: readonly HtmlNode[]): HtmlElement[] => nodes.filter(isElement)

/** Elements at any depth, in the order of the document. */
export function* within(nodes: readonly HtmlNode[]): Generator<HtmlElement> {
  for (const node of nodes) {
    if (!isElement(node)) continue
    yield node
    yield* within(node.childNodes)
  }
}

export function wordsOf(nodes: readonly HtmlNode[]): string {
  return nodes.map((node) => (isText(node) ? node.value : isElement(node) ? wordsOf(node.childNodes) : '')).join('')
}

/** The id that a link within the page or a control points to: `href="#id"`, `data-target`, `aria-controls`. */
export function targetOf(element: HtmlElement): string | null {
  const fragment = attribute(element, 'href') ?? attribute(element, 'data-target') ?? attribute(element, 'data-bs-target')
  if (fragment !== undefined && /^#.+/.test(fragment)) return decode(fragment.slice(1))
  return attribute(element, 'aria-controls') ?? null
}

function decode(fragment: string): string {
  try {
    return decodeURIComponent(fragment)
  } catch {
    return fragment
  }
}

/** An element of our own making that stands where another stood. */
export function standIn(tag: string, attributes: Record<string, string>, childNodes: HtmlNode[], place: HtmlElement): HtmlElement {
  const made: HtmlElement = { ...place, nodeName: tag, tagName: tag, attrs: Object.entries(attributes).map(([name, value]) => ({ name, value })), childNodes }
  for (const child of childNodes) child.parentNode = made
  return made
}
