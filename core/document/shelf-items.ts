import { Fragment, type Node } from 'prosemirror-model'
import { namedBy } from '../kinds/facts.ts'

/** The shelf items that a page shows, each once. */
export function shelfItemsOf(page: Node): string[] {
  const found = new Set<string>()
  page.descendants((node) => {
    const named = namedBy(node)
    if (named?.to === 'shelf') found.add(named.id)
    return !node.isTextblock
  })
  return [...found]
}

/** A shelf item that is to stand in the place of another; width and height in pixels. */
export interface OtherItem {
  readonly item: string
  readonly width: number
  readonly height: number
}

/**
 * The page with other shelf items in its pictures. A picture whose item is null is left to its alternative text and its
 * caption.
 */
export function mapShelfItems(node: Node, find: (item: string) => OtherItem | null | undefined): Node {
  if (node.isTextblock || node.isLeaf) return node
  const children: Node[] = []
  node.forEach((child) => {
    const named = namedBy(child)
    if (named?.to !== 'shelf') return void children.push(mapShelfItems(child, find))
    const other = find(named.id)
    if (other === undefined) children.push(child)
    else if (other !== null) children.push(child.type.create({ ...child.attrs, ...other }, child.content))
    else children.push(instead(child))
  })
  return node.copy(Fragment.fromArray(children))
}

/** What stands in the place of a picture that can't be shown: its alternative text and its caption. */
export function instead(picture: Node): Node {
  const { schema } = picture.type
  const words = String(picture.attrs.alt ?? '').replaceAll('\n', ' ')
  const caption = picture.firstChild?.content ?? Fragment.empty
  const alt = words === '' ? [] : [schema.text(caption.size > 0 ? `${words} – ` : words)]
  return schema.node('paragraph', null, Fragment.fromArray(alt).append(caption))
}
