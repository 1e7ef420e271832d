import { MOST_COLUMNS } from '../../kinds/columns/kinds.ts'
import { attribute, declarations, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn, wordsOf } from './walk.ts'

const BLOCK = /^(p|h[2-6]|ul|ol|dl|div|section|article|figure|blockquote|table|pre|details)$/
const HEADING = /^h[2-6]$/

/**
 * A block whose words flow through two to four columns by its style (CSS Multi-column Layout 1, “column-count”,
 * “columns”). Ours don't flow: its blocks, or the items of the one list in it, are shared among as many as it has.
 */
export const flowingColumns: Recogniser = {
  name: 'flowing columns',
  recognise(siblings, index) {
    const node = siblings[index]
    if (!node || !isElement(node) || !/^(div|section|article|ul|ol)$/.test(node.tagName) || isPiece(node)) return null
    const count = countOf(node)
    if (count < 2 || count > MOST_COLUMNS) return null
    const parts = partsOf(node, count)
    if (!parts) return null
    return {
      count: 1,
      replacement: standIn(
        'div',
        { 'data-piece': 'columns' },
        parts.map((part) => standIn('div', {}, part, node)),
        node,
      ),
      message: `What flowed through ${count} columns by its style became ${count} columns, about equally long.`,
    }
  },
}

/** How many columns its style asks for; 0 for none. */
function countOf(node: HtmlElement): number {
  if (attribute(node, 'style') === undefined) return 0
  const styles = declarations(node)
  const given = `${styles.get('column-count') ?? ''} ${styles.get('columns') ?? ''}`
  return Number(/(?:^|\s)(\d+)(?=\s|$)/.exec(given)?.[1] ?? 0)
}

function partsOf(node: HtmlElement, count: number): HtmlNode[][] | null {
  const blocks = elementsOf(node.childNodes)
  const list = /^[uo]l$/.test(node.tagName) ? node : blocks.length === 1 ? blocks[0]! : null
  if (list && /^[uo]l$/.test(list.tagName)) return listsOf(list, count)
  const isBlocks = node.childNodes.every((each) => isBlank(each) || (isElement(each) && BLOCK.test(each.tagName)))
  return isBlocks && blocks.length >= count ? shared(blocks, count) : null
}

/** The list as several; numbers go on from one to the next. */
function listsOf(list: HtmlElement, count: number): HtmlNode[][] | null {
  const items = elementsOf(list.childNodes)
  if (items.length < count || !list.childNodes.every((each) => isBlank(each) || isElement(each))) return null
  const first = Number(attribute(list, 'start') ?? 1)
  const own = Object.fromEntries(
    list.attrs.filter(({ name }) => name !== 'style').map(({ name, value }) => [name, value]),
  )
  let before = 0
  return shared(items, count).map((part) => {
    const { id, ...others } = own
    const attributes = {
      ...(before === 0 && id !== undefined ? { id } : {}),
      ...others,
      ...(list.tagName === 'ol' && before > 0 ? { start: String(first + before) } : {}),
    }
    before += part.length
    return [standIn(list.tagName, attributes, part, list)]
  })
}

/** Blocks in their order, in as many runs of about as many words; none is empty, none ends with a heading. */
function shared(blocks: readonly HtmlElement[], count: number): HtmlElement[][] {
  const sizes = blocks.map((each) => wordsOf([each]).length + 40)
  const whole = sizes.reduce((sum, size) => sum + size, 0)
  const parts: HtmlElement[][] = [[]]
  let filled = 0
  for (const [at, block] of blocks.entries()) {
    const left = blocks.length - at
    const isFull = filled + sizes[at]! / 2 > (whole / count) * parts.length
    const hasTo = left === count - parts.length
    if (parts.at(-1)!.length > 0 && parts.length < count && (isFull || hasTo)) {
      const last = parts.at(-1)!
      // A heading goes with what stands under it.
      const goesAlong = last.length > 1 && HEADING.test(last.at(-1)!.tagName) ? [last.pop()!] : []
      parts.push(goesAlong)
    }
    parts.at(-1)!.push(block)
    filled += sizes[at]!
  }
  return parts
}
