import { Fragment, type Node, type Schema } from 'prosemirror-model'
import { isA } from '../../kinds/facts.ts'
import { gridOf, type GridRow } from '../../kinds/table/grid.ts'
import { headerRows } from '../../tables/change.ts'
import { filled, type Section, type Sections, titledBy, titleLine, withoutFilling } from './sections.ts'

/**
 * The rows of a table as sections: the first cell is the title, the others stand under it, each after the head of its
 * column where there are several. Caption and rows of heads stand before them.
 */
export function readTable(piece: Node, level: number): Sections | null {
  const table = isA(piece, 'captionedTable') ? piece.lastChild! : piece
  if (!isA(table, 'table')) return null
  const { rows, width } = gridOf(table)
  const heads = rows.slice(0, headerRows(table))
  const labels = heads.length > 0 && width > 2 ? labelsOf(heads.at(-1)!) : new Map<number, string>()
  const caption = table === piece ? [] : [paragraphOf(piece.firstChild!.children, piece.type.schema)]
  const sections = rows.slice(heads.length).map((row) => sectionOf(row, labels))
  return {
    before: withoutFilling([...caption, ...heads.flatMap(headsAsBlocks)]),
    level,
    sections: sections.filter(({ id, title, blocks }) => id !== null || title.length > 0 || blocks.length > 0),
  }
}

const paragraphOf = (line: readonly Node[], { nodes }: Schema): Node =>
  nodes.paragraph!.create(null, Fragment.from(line))

/** The words of the heads, by column. */
const labelsOf = ({ cells }: GridRow): Map<number, string> =>
  new Map(cells.map(({ column, node }) => [column, node.textContent.trim()]))

/** A row of heads as one line, where each is a line; otherwise all that it holds. */
function headsAsBlocks({ cells }: GridRow): readonly Node[] {
  const blocks = cells.flatMap(({ node }) => withoutFilling(node.children))
  const isLine =
    blocks.length > 0 &&
    cells.every(({ node }) => node.childCount === 1) &&
    blocks.every((each) => isA(each, 'paragraph'))
  if (!isLine) return blocks
  const { schema } = blocks[0]!.type
  return [
    paragraphOf(
      blocks.flatMap((each, at) => [...(at > 0 ? [schema.text(' · ')] : []), ...each.children]),
      schema,
    ),
  ]
}

function sectionOf({ cells }: GridRow, labels: ReadonlyMap<number, string>): Section {
  const [first, ...others] = cells
  if (!first) return { id: null, title: [], blocks: [] }
  const isTitle = first.column === 0
  const { id, title, blocks } = isTitle
    ? titledBy(first.node.children, 'paragraph', 'heading')
    : { id: null, title: [], blocks: [] }
  const beneath = (isTitle ? others : cells).flatMap(({ node, column }) =>
    labelled(withoutFilling(node.children), labels.get(column) ?? ''),
  )
  return { id, title, blocks: [...withoutFilling(blocks), ...beneath] }
}

/** Blocks after the head of their column, in the line of the first where that is one. */
function labelled(blocks: readonly Node[], label: string): readonly Node[] {
  const first = blocks[0]
  if (label === '' || !first) return blocks
  const { schema } = first.type
  const bold = [schema.marks.strong!.create()]
  return isA(first, 'paragraph')
    ? [first.copy(Fragment.from([schema.text(`${label}: `, bold), ...first.children])), ...blocks.slice(1)]
    : [paragraphOf([schema.text(label, bold)], schema), ...blocks]
}

/** A row for each section: its title heads the row, beside it stands the rest. Titles alone are one column. */
export function writeTable({ sections }: Sections, schema: Schema): readonly Node[] {
  const { table, tableRow, tableCell, tableHeader, paragraph } = schema.nodes
  const areAlone = sections.every(({ blocks }) => blocks.length === 0)
  const rows = sections.map((section) => {
    const title = [paragraph!.create(null, Fragment.from(titleLine(section, schema)))]
    return tableRow!.create(
      null,
      areAlone
        ? [tableCell!.create(null, title)]
        : [tableHeader!.create({ scope: 'row' }, title), tableCell!.create(null, filled(section.blocks, schema))],
    )
  })
  return [table!.create(null, rows)]
}
