import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { pieceDepth } from '../kinds/facts.ts'
import { attribute, element, type HtmlElement, type HtmlNode, isElement, text } from '../tree/tree.ts'

/** A heading that can be linked to. */
export const publishedHeading = z.object({ level: z.number(), id: z.string(), text: z.string() })
export type PublishedHeading = z.infer<typeof publishedHeading>

/**
 * Fills a list of contents: a nested list of the headings down to its own depth; of those in the piece around it, where
 * it is a list of that.
 */
export function fillContents(
  nav: HtmlElement,
  headings: readonly PublishedHeading[],
  aroundIt: () => HtmlElement | null,
): void {
  const around = attribute(nav, 'data-of') === 'piece' ? aroundIt() : null
  const listed = around ? within(around, headings) : headings
  const deepest = Number(attribute(nav, 'data-deepest'))
  const open: { level: number; list: HtmlElement }[] = []
  for (const heading of listed) {
    if (heading.level > deepest) continue
    while (open.length > 1 && open.at(-1)!.level > heading.level) open.pop()
    const last = open.at(-1)
    if (!last || last.level < heading.level) {
      const list = element('ul')
      const item = last?.list.childNodes.at(-1)
      if (item && isElement(item)) item.childNodes.push(list)
      else nav.childNodes.push(list)
      open.push({ level: heading.level, list })
    }
    open
      .at(-1)!
      .list.childNodes.push(
        element('li', {}, [element('a', { href: `#${encodeURIComponent(heading.id)}` }, [text(heading.text)])]),
      )
  }
}

/** The headings that stand in an element. */
function within(around: HtmlElement, headings: readonly PublishedHeading[]): PublishedHeading[] {
  const ids = new Set([...headingsIn(around.childNodes)].map((heading) => attribute(heading, 'id')))
  return headings.filter(({ id }) => ids.has(id))
}

/** The element of the piece that an element stands in; null for what stands in none. */
export function pieceAround(
  page: Node,
  positions: ReadonlyMap<HtmlElement, number>,
  each: HtmlElement,
): HtmlElement | null {
  const position = positions.get(each)
  if (position === undefined) return null
  const $position = page.resolve(position)
  const depth = pieceDepth($position)
  if (depth === null) return null
  const start = $position.before(depth)
  for (const [written, at] of positions) if (at === start) return written
  return null
}

/** The headings of a page among written elements. */
export function* headingsIn(nodes: readonly HtmlNode[]): Generator<HtmlElement> {
  for (const node of nodes) {
    if (!isElement(node)) continue
    if (/^h[2-6]$/.test(node.tagName)) yield node
    else yield* headingsIn(node.childNodes)
  }
}
