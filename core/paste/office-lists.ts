import { attribute, element, type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'

/*
 * Word processors that write HTML to the clipboard write lists as paragraphs: each with its list, level and format in
 * the style (`mso-list: l0 level2 lfo1`) and its sign as text in a span marked `mso-list: Ignore` (common practice).
 */
interface Item {
  readonly node: HtmlElement
  readonly level: number
  readonly isOrdered: boolean
}

function itemOf(node: HtmlNode): Item | null {
  if (!isElement(node) || !/^(p|h[1-6]|div)$/.test(node.tagName)) return null
  const level = /mso-list:\s*l\d+\s+level(\d+)/i.exec(attribute(node, 'style') ?? '')
  if (!level) return null
  const sign = takeSign(node)
  return {
    node,
    level: Math.min(9, Math.max(1, Number(level[1]))),
    isOrdered: /^[([]?([0-9]+|[a-z]|[ivxlc]+)[.)\]]/i.test(sign),
  }
}

/** Takes the sign of an item out of it and gives it back. */
function takeSign(holder: HtmlElement, depth = 0): string {
  for (const child of holder.childNodes) {
    if (!isElement(child) || depth > 20) continue
    if (/mso-list:\s*ignore/i.test(attribute(child, 'style') ?? '')) {
      holder.childNodes = holder.childNodes.filter((node) => node !== child)
      return textOf(child).trim()
    }
    const inner = takeSign(child, depth + 1)
    if (inner !== '') return inner
  }
  return ''
}

function textOf(node: HtmlNode, depth = 0): string {
  return isText(node)
    ? node.value
    : isElement(node) && depth < 20
      ? node.childNodes.map((child) => textOf(child, depth + 1)).join('')
      : ''
}

/** Puts real lists, nested by level, in the place of paragraphs that only look like lists. */
export function officeLists(nodes: readonly HtmlNode[]): HtmlNode[] {
  const found: HtmlNode[] = []
  const open: { level: number; list: HtmlElement }[] = []
  for (const node of nodes) {
    const item = itemOf(node)
    if (!item) {
      if (isElement(node) || (isText(node) && node.value.trim() !== '')) open.length = 0
      found.push(node)
      continue
    }
    const tag = item.isOrdered ? 'ol' : 'ul'
    while (open.length > 0 && open.at(-1)!.level > item.level) open.pop()
    let last = open.at(-1)
    if (last?.level === item.level && last.list.tagName !== tag) {
      open.pop()
      last = open.at(-1)
    }
    if (!last || last.level < item.level) {
      const list = element(tag)
      const holder = last?.list.childNodes.at(-1)
      if (holder && isElement(holder)) holder.childNodes.push(list)
      else found.push(list)
      open.push({ level: item.level, list })
    }
    open.at(-1)!.list.childNodes.push(element('li', {}, item.node.childNodes))
  }
  return found
}
