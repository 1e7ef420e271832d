import type { Node, NodeType } from 'prosemirror-model'
import { evenTable } from '../document/normalise-table.ts'
import { schema } from '../document/schema.ts'
import { widthsOfColumns } from '../kinds/table/columns.ts'
import { type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'
import { NOTHING, type Understood } from './attributes-left-out.ts'
import { nodeReading } from './read-rules.ts'

/** What the reader of a page does for a table in it. */
export interface TableReader {
  readonly blocks: (cell: HtmlElement) => readonly Node[]
  readonly line: (type: NodeType, nodes: readonly HtmlNode[]) => Node
  readonly notes: (element: HtmlElement, understood: Understood) => void
}

const { table, tableRow, tableCell, tableCaption, captionedTable, paragraph } = schema.nodes
const GROUPS = new Set(['thead', 'tbody', 'tfoot', 'colgroup'])

/**
 * The table that an element is, with its caption if it has one; what is left of it where it has no cell. Its spans are
 * taken as far as they can reach.
 */
export function tableFrom(element: HtmlElement, attrs: Record<string, unknown>, read: TableReader): Node[] {
  const rows: Node[] = []
  const columns: number[] = []
  let caption: Node | undefined
  const gather = (nodes: readonly HtmlNode[]): void => {
    for (const node of nodes) {
      if (!isElement(node)) continue
      if (node.tagName === 'tr') rows.push(rowFrom(node, read))
      else if (GROUPS.has(node.tagName)) gather(node.childNodes)
      else if (node.tagName === 'col') columns.push(...widthsOfColumns(node))
      else if (node.tagName === 'caption') caption = read.line(tableCaption, node.childNodes)
    }
  }
  gather(element.childNodes)
  if (rows.every((row) => row.childCount === 0)) return caption ? [paragraph.create(null, caption.content)] : []
  const made = evenTable(table.create(attrs, rows), columns)
  return caption ? [captionedTable.create(null, [caption, made])] : [made]
}

function rowFrom(element: HtmlElement, read: TableReader): Node {
  const own = nodeReading(element)
  read.notes(element, own ?? NOTHING)
  const cells = element.childNodes.filter(isElement).flatMap((node) => {
    const reading = nodeReading(node)
    if (!reading?.type.spec.tableRole) return []
    read.notes(node, reading)
    const blocks = read.blocks(node)
    const type = reading.type === tableRow ? tableCell : reading.type
    return [type.create(reading.attrs, blocks.length > 0 ? blocks : [paragraph.create()])]
  })
  return tableRow.create(own?.attrs, cells)
}
