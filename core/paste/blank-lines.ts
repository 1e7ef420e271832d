import { attribute, element, type HtmlNode, isElement, isText } from '../tree/tree.ts'

const isBreak = (node: HtmlNode | undefined): boolean => node !== undefined && isElement(node) && node.tagName === 'br'
const isSpace = (node: HtmlNode | undefined): boolean =>
  node !== undefined && isText(node) && node.value.replaceAll('\u00a0', ' ').trim() === ''

/**
 * Two breaks or more, with nothing between them, are how paragraphs are parted where there is no other way: an end of
 * a block stands in their place. The break that pages end their blocks with says nothing.
 */
export function withoutBlankLines(nodes: readonly HtmlNode[]): HtmlNode[] {
  const made: HtmlNode[] = []
  for (let at = 0; at < nodes.length; at++) {
    if (!isBreak(nodes[at])) {
      made.push(nodes[at]!)
      continue
    }
    let end = at
    let count = 0
    while (end < nodes.length && (isBreak(nodes[end]) || isSpace(nodes[end]))) {
      if (isBreak(nodes[end])) count++
      end++
    }
    const isClipboardEnd = /interchange-newline/i.test(attribute(nodes[at] as never, 'class') ?? '')
    if (count > 1) made.push(element('div'))
    else if (!isClipboardEnd) made.push(...nodes.slice(at, end))
    at = end - 1
  }
  return made
}
