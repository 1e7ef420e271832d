import { Fragment, type Node } from 'prosemirror-model'
import { kindOf, namedBy } from '../kinds/facts.ts'

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
  /** What it shows, null while nobody has said; as with the picture before when left out. */
  readonly alt?: string | null
}

/**
 * The page with other shelf items in its pictures. A picture whose item is null is left to its alternative text and its
 * caption.
 */
export function mapShelfItems(node: Node, find: (item: string) => OtherItem | null | undefined): Node {
  return node.isTextblock || node.isLeaf ? node : node.copy(Fragment.fromArray(childrenWith(node, find)))
}

function childrenWith(node: Node, find: (item: string) => OtherItem | null | undefined): Node[] {
  return node.children.flatMap((child): readonly Node[] => {
    const named = namedBy(child)
    if (named?.to !== 'shelf') return wholeOrApart(mapShelfItems(child, find))
    const other = find(named.id)
    if (other === undefined) return [child]
    return [other === null ? instead(child) : child.type.create({ ...child.attrs, ...other }, child.content)]
  })
}

/** A piece, or what is left of one that is none without its picture. */
export function wholeOrApart(piece: Node): readonly Node[] {
  const apart = piece.type.validContent(piece.content) ? null : kindOf(piece).takenApart
  return apart ? apart(piece) : [piece]
}

/** What stands in the place of a picture that can't be shown: its alternative text and its caption. */
export function instead(picture: Node): Node {
  const { schema } = picture.type
  const words = String(picture.attrs.alt ?? '').replaceAll('\n', ' ')
  const caption = picture.firstChild?.content ?? Fragment.empty
  const alt = words === '' ? [] : [schema.text(caption.size > 0 ? `${words} – ` : words)]
  return schema.node('paragraph', null, Fragment.fromArray(alt).append(caption))
}
