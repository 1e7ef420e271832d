import type { DefaultTreeAdapterTypes, html as htmlNames } from 'parse5'

/*
 * HTML is handled as parse5's own tree, both ways: no conversion stands between the
 * parser, the page and the serialiser, which is what keeps a 1 MB page quick.
 */
export type HtmlElement = DefaultTreeAdapterTypes.Element
export type HtmlText = DefaultTreeAdapterTypes.TextNode
export type HtmlNode = DefaultTreeAdapterTypes.ChildNode

/** As parse5 has it; named here, so that writing HTML does not load the parser. */
const HTML_NAMESPACE = 'http://www.w3.org/1999/xhtml' as htmlNames.NS.HTML

/** An element in the HTML namespace; attributes that are null or undefined are left away. */
export function element(
  tag: string,
  attributes: Record<string, string | number | null | undefined> = {},
  children: HtmlNode[] = [],
): HtmlElement {
  const attrs = []
  for (const name in attributes) {
    const value = attributes[name]
    if (value !== null && value !== undefined) attrs.push({ name, value: String(value) })
  }
  return { nodeName: tag, tagName: tag, attrs, namespaceURI: HTML_NAMESPACE, childNodes: children, parentNode: null }
}

export function text(value: string): HtmlText {
  return { nodeName: '#text', value, parentNode: null }
}

export function isElement(node: HtmlNode): node is HtmlElement {
  return 'tagName' in node
}

export function isText(node: HtmlNode): node is HtmlText {
  return node.nodeName === '#text'
}

export function attribute(element: HtmlElement, name: string): string | undefined {
  for (const attr of element.attrs) if (attr.name === name) return attr.value
  return undefined
}

export function hasClass(element: HtmlElement, name: string): boolean {
  const value = attribute(element, 'class')
  return value !== undefined && value.split(/\s+/).includes(name)
}

const NO_DECLARATIONS: ReadonlyMap<string, string> = new Map()

/**
 * The declarations of a `style` attribute, names in lower case, values trimmed.
 * Later declarations win, as in CSS. Nothing here is trusted: whoever takes a value
 * passes it through an allow-list.
 */
export function declarations(element: HtmlElement): ReadonlyMap<string, string> {
  const style = attribute(element, 'style')
  if (!style) return NO_DECLARATIONS
  const found = new Map<string, string>()
  for (const part of style.split(';')) {
    const colon = part.indexOf(':')
    if (colon > 0) found.set(part.slice(0, colon).trim().toLowerCase(), part.slice(colon + 1).trim())
  }
  return found
}

/** Every element of some nodes, outer ones first. */
export function* everyElement(nodes: readonly HtmlNode[]): Generator<HtmlElement> {
  const waiting: HtmlElement[] = []
  // Words are most of a page: they never wait.
  const wait = (children: readonly HtmlNode[]): void => {
    for (let at = children.length - 1; at >= 0; at--) {
      const child = children[at]!
      if (isElement(child)) waiting.push(child)
    }
  }
  wait(nodes)
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    yield next
    wait(next.childNodes)
  }
}

/** A node and all that it holds, in order. */
export function* everyNode(node: HtmlNode): Generator<HtmlNode> {
  // A stack of its own: broken HTML nests without a bound.
  const waiting: HtmlNode[] = [node]
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    yield next
    if (isElement(next)) for (let at = next.childNodes.length - 1; at >= 0; at--) waiting.push(next.childNodes[at]!)
  }
}

/** The text in a node and all it holds. */
export function textOf(node: HtmlNode): string {
  let words = ''
  for (const each of everyNode(node)) if (isText(each)) words += each.value
  return words
}
