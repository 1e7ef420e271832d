import { Fragment, type Node } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'
import { NOTHING, type Understood } from './attributes-left-out.ts'
import { nodeReading } from './read-rules.ts'

/** What the reader of a page does for a list in it. */
export interface ListReader {
  readonly item: (element: HtmlElement) => readonly Node[]
  /** Blocks of what stands between the items. */
  readonly stray: (nodes: readonly HtmlNode[]) => readonly Node[]
  readonly notes: (element: HtmlElement, understood: Understood) => void
  /** Told of what stands between the items, and is no list of its own. */
  readonly toldStray: (node: HtmlNode) => void
  /** Told of an element that was understood with the item it stands in. */
  readonly taken: (element: HtmlElement) => void
}

const { listItem, paragraph } = schema.nodes

/** The items of a list. What stands between them, as word processors write nested lists, joins the item before it. */
export function itemsFrom(nodes: readonly HtmlNode[], read: ListReader): Node[] {
  const items: Node[] = []
  let stray: HtmlNode[] = []
  const settle = (): void => {
    const blocks = read.stray(stray)
    const [first] = stray.filter((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
    stray = []
    const last = items.at(-1)
    if (blocks.length === 0) return
    if (first && !blocks.every((block) => block.type.isInGroup('list'))) read.toldStray(first)
    if (last) items[items.length - 1] = last.copy(last.content.append(Fragment.from(blocks)))
    else items.push(listItem.create(null, blocks))
  }
  for (const node of nodes) {
    if (!isElement(node) || node.tagName !== 'li') {
      stray.push(node)
      continue
    }
    settle()
    const reading = nodeReading(node)
    read.notes(node, reading ?? NOTHING)
    const box = reading?.takes?.(node)
    if (box) read.taken(box)
    const blocks = read.item(node)
    items.push(listItem.create(reading?.attrs, blocks.length > 0 ? blocks : [paragraph.create()]))
  }
  settle()
  return items
}
