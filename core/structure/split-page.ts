import type { Mark, Node } from 'prosemirror-model'
import { decodedPlace } from '../tree/addresses.ts'
import { shiftHeadings } from './shift-headings.ts'
import { isA, isMark } from '../kinds/facts.ts'

/** A page taken apart at its headings. */
export interface SplitPage {
  /** The page's own title with what stood before the first heading. */
  readonly opening: Node
  /** A page for each heading of the highest level, with what stood under it. */
  readonly chapters: readonly Node[]
}

/**
 * Takes a page apart at the headings of its highest level that stand on the page itself. Each heading becomes a title,
 * the headings under it move up by as much. Links to places that are in another chapter now lead there: `addressOf`
 * says where the chapter of a number (from 0, −1 for the opening) is. Null when the page has no such heading.
 */
export function splitPage(page: Node, addressOf: (chapter: number, place: string) => string): SplitPage | null {
  const schema = page.type.schema
  const levels: number[] = []
  page.forEach((node) => isA(node, 'heading') && levels.push(Number(node.attrs.level)))
  if (levels.length === 0) return null
  const level = Math.min(...levels)
  const groups: { title: string; id: string | null; blocks: Node[] }[] = [
    { title: page.firstChild?.textContent ?? '', id: null, blocks: [] },
  ]
  page.forEach((node) => {
    if (isA(node, 'title')) return
    if (isA(node, 'heading') && node.attrs.level === level)
      groups.push({ title: node.textContent.trim(), id: node.attrs.id as string | null, blocks: [] })
    else groups.at(-1)!.blocks.push(node)
  })
  const homes = new Map<string, number>()
  groups.forEach(({ id, blocks }, at) => {
    if (id !== null) homes.set(id, at)
    for (const block of blocks) for (const place of placesIn(block)) homes.set(place, at)
  })
  const pages = groups.map(({ title, blocks }, at) => {
    const relink = (mark: Mark): Mark => {
      const place = isMark(mark, 'link') ? /^#(.+)$/.exec(String(mark.attrs.href))?.[1] : undefined
      const home = place === undefined ? undefined : homes.get(decodedPlace(place))
      if (place === undefined || home === undefined || home === at) return mark
      return mark.type.create({
        ...mark.attrs,
        href: addressOf(home - 1, groups[home]!.id === decodedPlace(place) ? '' : place),
      })
    }
    const content = blocks.map((block) => mapMarks(shiftHeadings(block, at === 0 ? 0 : 1 - level), relink))
    return schema.node('doc', null, [
      schema.node('title', null, title === '' ? [] : [schema.text(title)]),
      ...(content.length > 0 ? content : [schema.node('paragraph')]),
    ])
  })
  return { opening: pages[0]!, chapters: pages.slice(1) }
}

/** The places in a block that links can lead to. */
function placesIn(block: Node): string[] {
  const found: string[] = []
  const note = (node: Node): void => {
    if (typeof node.attrs.id === 'string') found.push(node.attrs.id)
  }
  note(block)
  block.descendants((node) => {
    note(node)
    return true
  })
  return found
}

function mapMarks(node: Node, change: (mark: Mark) => Mark): Node {
  if (node.isText) return node.mark(node.marks.map(change))
  const children: Node[] = []
  node.forEach((child) => children.push(mapMarks(child, change)))
  return node.isLeaf ? node : node.type.create(node.attrs, children, node.marks)
}
