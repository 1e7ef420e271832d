import { Fragment, type Node, type NodeType } from 'prosemirror-model'
import { evenTable } from '../document/normalise-table.ts'
import { schema } from '../document/schema.ts'
import { gridOf } from '../kinds/table/grid.ts'
import { widthsOfColumns } from '../kinds/table/columns.ts'
import { attribute, element as tagged, type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'
import { LINE, NOTHING, PLAIN, type Understood } from './attributes-left-out.ts'
import { nodeReading } from './read-rules.ts'

/** What the reader of a page does for a table in it. */
export interface TableReader {
  readonly blocks: (cell: HtmlElement) => readonly Node[]
  readonly line: (type: NodeType, nodes: readonly HtmlNode[]) => Node
  readonly notes: (element: HtmlElement, understood: Understood, reason?: string) => void
}

const { table, tableRow, tableCell, tableHeader, tableCaption, captionedTable, paragraph } = schema.nodes
/** Columns say how wide they are. */
const COLUMN: Understood = { understands: ['width', 'span'], styles: ['width'] }
const GROUPS = new Set(['thead', 'tbody', 'tfoot', 'colgroup'])

/**
 * The table that an element is, with its caption if it has one; what is left of it where it has no cell. Its spans are
 * taken as far as they can reach.
 */
export function tableFrom(element: HtmlElement, attrs: Record<string, unknown>, read: TableReader): Node[] {
  const rows: Node[] = []
  const unsaid = new Set<Node>()
  const columns: number[] = []
  const captions: HtmlElement[] = []
  const gather = (nodes: readonly HtmlNode[]): void => {
    for (const node of nodes) {
      if (!isElement(node)) continue
      if (node.tagName === 'tr') rows.push(rowFrom(node, read, unsaid))
      else if (node.tagName === 'col') {
        read.notes(node, COLUMN)
        columns.push(...widthsOfColumns(node))
      } else if (GROUPS.has(node.tagName)) {
        read.notes(node, NOTHING)
        gather(node.childNodes)
      } else if (node.tagName === 'caption') {
        read.notes(node, LINE)
        captions.push(node)
      }
    }
  }
  gather(element.childNodes)
  const caption = captions.length > 0 ? read.line(tableCaption, joined(captions)) : undefined
  if (rows.every((row) => row.childCount === 0)) {
    read.notes(element, PLAIN, 'A table without cells is none')
    return caption ? [paragraph.create(null, caption.content)] : []
  }
  const made = evenTable(withScopes(table.create(attrs, rows), unsaid), columns)
  return caption ? [captionedTable.create(null, [caption, made])] : [made]
}

/** Browsers show all captions of a table, where it has more than the one that it may have. */
const joined = (captions: readonly HtmlElement[]): HtmlNode[] =>
  captions.flatMap((each, at) => [...(at > 0 ? [tagged('br')] : []), ...each.childNodes])

/** A row; heads that don’t say what they head are put among the `unsaid`. */
function rowFrom(element: HtmlElement, read: TableReader, unsaid: Set<Node>): Node {
  const own = nodeReading(element)
  read.notes(element, own ?? NOTHING)
  const cells = element.childNodes.filter(isElement).flatMap((node) => {
    const reading = nodeReading(node)
    if (!reading?.type.spec.tableRole) return []
    read.notes(node, reading)
    const blocks = read.blocks(node)
    const type = reading.type === tableRow ? tableCell : reading.type
    const cell = type.create(reading.attrs, blocks.length > 0 ? blocks : [paragraph.create()])
    if (type === tableHeader && !/^(col|row)/i.test(attribute(node, 'scope') ?? '')) unsaid.add(cell)
    return [cell]
  })
  return tableRow.create(own?.attrs, cells)
}

/**
 * Tells of heads that don’t say it whether they head their column or their row. Source: HTML Standard, “Forming
 * relationships between data cells and header cells”, the auto state: a head with no data beside it heads its column,
 * any other one with no data above or below it its row. An empty cell is no data here: it is the corner of many tables.
 */
function withScopes(made: Node, unsaid: ReadonlySet<Node>): Node {
  if (unsaid.size === 0) return made
  const cells = gridOf(made).rows.flatMap((row) => row.cells)
  // Where there is data is gathered once: a table may have thousands of heads.
  const [dataRows, dataColumns] = [new Set<number>(), new Set<number>()]
  for (const { node, row, column, rowspan, colspan } of cells) {
    if (node.type !== tableCell || node.textContent.trim() === '') continue
    for (let at = row; at < row + rowspan; at++) dataRows.add(at)
    for (let at = column; at < column + colspan; at++) dataColumns.add(at)
  }
  const rows = new Set<Node>()
  for (const { node, row, column, rowspan, colspan } of cells) {
    if (!unsaid.has(node) || !hasAny(dataRows, row, rowspan)) continue
    if (column === 0 || !hasAny(dataColumns, column, colspan)) rows.add(node)
  }
  const scoped = (cell: Node): Node =>
    rows.has(cell) ? tableHeader.create({ ...cell.attrs, scope: 'row' }, cell.content) : cell
  return rows.size > 0
    ? made.copy(Fragment.from(made.children.map((row) => row.copy(Fragment.from(row.children.map(scoped))))))
    : made
}

function hasAny(places: ReadonlySet<number>, first: number, count: number): boolean {
  for (let at = first; at < first + count; at++) if (places.has(at)) return true
  return false
}
