import { parse, parseFragment } from 'parse5'
import { type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'

/** The nodes of a fragment, or of the body of a whole document. */
export function parsed(unsafeHtml: string, sourceCodeLocationInfo: boolean): HtmlNode[] {
  if (!/^\s*<(!doctype|html|head|body)/i.test(unsafeHtml))
    return parseFragment(unsafeHtml, { sourceCodeLocationInfo }).childNodes
  const root = parse(unsafeHtml, { sourceCodeLocationInfo }).childNodes.find(
    (node): node is HtmlElement => 'tagName' in node,
  )
  return root?.childNodes.filter((node) => !(isElement(node) && node.tagName === 'head')) ?? []
}

/** The nodes within wrappers that hold everything: `html`, `body`, `main`, `article` standing alone. */
export function outer(nodes: HtmlNode[]): HtmlNode[] {
  const real = nodes.filter((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  const only = real[0]
  if (real.length === 1 && only && isElement(only) && ['html', 'body', 'main', 'article'].includes(only.tagName))
    return outer(only.childNodes)
  return nodes
}
