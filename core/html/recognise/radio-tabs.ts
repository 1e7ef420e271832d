import { attribute, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { assembled } from './tabs.ts'
import { elementsOf, isBlank, isPiece } from './walk.ts'

const isRadio = (node: HtmlNode, name?: string): node is HtmlElement =>
  isElement(node) &&
  node.tagName === 'input' &&
  attribute(node, 'type')?.toLowerCase() === 'radio' &&
  (name === undefined || attribute(node, 'name') === name)

const isPanel = (node: HtmlElement): boolean => /^(div|section|article)$/.test(node.tagName) && !isPiece(node)

interface Found {
  readonly ids: string[]
  readonly labels: Map<string, readonly HtmlNode[]>
  readonly panels: HtmlElement[]
}

/** Radio buttons of one name with their labels and blocks, as they follow each other; and where they end. */
function gather(siblings: readonly HtmlNode[], index: number, name: string): Found & { end: number } {
  const found: Found & { end: number } = { ids: [], labels: new Map(), panels: [], end: index }
  for (let at = index; at < siblings.length; at++) {
    const node = siblings[at]!
    if (isBlank(node)) continue
    if (isRadio(node, name)) found.ids.push(attribute(node, 'id') ?? '')
    else if (isElement(node) && node.tagName === 'label' && found.ids.includes(attribute(node, 'for') ?? '-'))
      found.labels.set(attribute(node, 'for')!, node.childNodes)
    else if (isElement(node) && isPanel(node)) found.panels.push(node)
    else break
    found.end = at + 1
    // The blocks stand in one that holds nothing else, or each by itself.
    if (found.labels.size >= 2 && found.panels.length === found.ids.length) {
      const next = siblings.slice(at + 1).find((each) => !isBlank(each))
      if (!next || !isRadio(next, name)) break
    }
  }
  return found
}

/** Radio buttons that turn blocks by style alone: a label for each, and as many blocks as there are of them. */
export const radioTabs: Recogniser = {
  name: 'radio tabs',
  recognise(siblings, index) {
    const first = siblings[index]!
    const name = isRadio(first) ? attribute(first, 'name') : undefined
    if (!isElement(first) || !name) return null
    const { ids, labels, panels, end } = gather(siblings, index, name)
    const inner = panels.length === 1 ? elementsOf(panels[0]!.childNodes) : panels
    const isWhole = inner.length === ids.length && inner.every(isPanel)
    if (ids.length < 2 || !isWhole || ids.some((id) => !labels.has(id))) return null
    const entries = ids.map((id, at) => ({
      title: labels.get(id)!,
      target: attribute(inner[at]!, 'id') ?? '',
      panel: inner[at]!,
    }))
    return { count: end - index, ...assembled({ entries }, inner, first) }
  },
}
