import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { problemOfPage } from '../document/check.ts'
import { isA } from '../kinds/facts.ts'
import { MOST_COLUMNS } from '../kinds/columns/kinds.ts'
import { gridOf } from '../kinds/table/grid.ts'
import { hasTicks, NOTHING_TO_TICK } from './ticks.ts'

/** What a table, a chart, a list or columns can become, each word kept. */
export type TurnedInto = 'list' | 'columns' | 'table' | 'chart'

export interface Turning {
  readonly into: TurnedInto
  /** Why it can't become that, as a sentence; empty when it can. */
  readonly whyNot: string
}

/** What the piece at a position can be turned into; nothing for most. */
export function turnings(page: Node, position: number): readonly Turning[] {
  const { piece } = wholePiece(page, position)
  if (!piece) return []
  if (isA(piece, 'bulletList', 'orderedList', 'columns')) {
    // The list at the end of an item becomes cells, too.
    const lists = [piece, ...piece.children.flatMap(({ lastChild }) => lastChild ?? []).filter(isList)]
    return [{ into: 'table', whyNot: !isA(piece, 'columns') && lists.some(hasTicks) ? NOTHING_TO_TICK : '' }]
  }
  const table = tableOf(piece)
  if (!table) return []
  const { width } = gridOf(table)
  const tooWide = width < 2 || width > MOST_COLUMNS ? `Two to ${MOST_COLUMNS} columns can stand side by side.` : ''
  const tooNarrow = width < 2 ? 'A chart needs a column of names, and one of numbers beside it.' : ''
  return [
    isA(piece, 'chart') ? { into: 'table', whyNot: '' } : { into: 'chart', whyNot: tooNarrow },
    { into: 'list', whyNot: '' },
    { into: 'columns', whyNot: tooWide },
  ]
}

/** The piece at a position; a table goes with its caption, or with the chart that is drawn of it. */
function wholePiece(page: Node, position: number): { piece: Node | null; from: number } {
  const $position = page.resolve(position)
  return isA($position.parent, 'captionedTable', 'chart')
    ? { piece: $position.parent, from: $position.before() }
    : { piece: page.nodeAt(position), from: position }
}

/**
 * Turns the piece at a position into something else. Of a table each row becomes an item of a list, with its other
 * cells in a list beneath, and the other way round; or each column becomes one of columns. Null when it can't be.
 */
export function turnInto(page: Node, position: number, into: TurnedInto): Transform | null {
  const { piece, from } = wholePiece(page, position)
  if (!piece || turnings(page, position).find((each) => each.into === into)?.whyNot !== '') return null
  const blocks = blocksFrom(piece, into)
  const transform = new Transform(page).replaceWith(from, from + piece.nodeSize, blocks)
  // A list in a list takes a level more than a cell.
  return problemOfPage(transform.doc) === null ? transform : null
}

const tableOf = (piece: Node): Node | null => {
  if (isA(piece, 'table')) return piece
  return isA(piece, 'captionedTable', 'chart') ? (piece.children.find((each) => isA(each, 'table')) ?? null) : null
}

function blocksFrom(piece: Node, into: TurnedInto): Node[] {
  const { chart, caption, captionedTable, tableCaption, paragraph } = piece.type.schema.nodes
  const table = tableOf(piece)
  if (!table) return [tableFrom(rowsOf(piece), piece)]
  // In a table by itself are its rows; else what stands beside it is its caption.
  const beside = piece === table ? [] : piece.children.filter((each) => each !== table && each.childCount > 0)
  const words = beside[0]?.content
  if (into === 'chart') return [chart!.create(null, [table, caption!.create(null, words)])]
  if (into === 'table')
    return [words ? captionedTable!.create(null, [tableCaption!.create(null, words), table]) : table]
  return [...(words ? [paragraph!.create(null, words)] : []), into === 'list' ? listFrom(table) : columnsFrom(table)]
}

function listFrom(table: Node): Node {
  const { bulletList, listItem } = table.type.schema.nodes
  const items = table.children.flatMap(({ children: [first, ...others] }) => {
    if (!first) return []
    const beneath = others.map((cell) => listItem!.create(null, cell.content))
    return [
      listItem!.create(null, [...first.children, ...(beneath.length > 0 ? [bulletList!.create(null, beneath)] : [])]),
    ]
  })
  return bulletList!.create(null, items)
}

function columnsFrom(table: Node): Node {
  const { columns, column, paragraph } = table.type.schema.nodes
  const grid = gridOf(table)
  const blocks: Node[][] = Array.from({ length: grid.width }, () => [])
  for (const { cells } of grid.rows)
    for (const { node, column: at } of cells) if (!isBlank(node)) blocks[at]!.push(...node.children)
  return columns!.create(
    null,
    blocks.map((each) => column!.create(null, each.length > 0 ? each : [paragraph!.create()])),
  )
}

/** A cell that holds one empty paragraph. */
const isBlank = (cell: Node): boolean =>
  cell.childCount === 1 && isA(cell.firstChild, 'paragraph') && cell.firstChild!.childCount === 0

const isList = ({ type }: Node): boolean => type.isInGroup('list')

/** The cells of each row, as their blocks. */
function rowsOf(piece: Node): readonly (readonly (readonly Node[])[])[] {
  if (isA(piece, 'columns')) return [piece.children.map(({ children }) => children)]
  return piece.children.map(({ children }) => {
    const last = children.at(-1)
    return last && isList(last) ? [children.slice(0, -1), ...last.children.map((item) => item.children)] : [children]
  })
}

function tableFrom(rows: ReturnType<typeof rowsOf>, { type: { schema } }: Node): Node {
  const { table, tableRow, tableCell, paragraph } = schema.nodes
  const width = Math.max(...rows.map((row) => row.length))
  const cell = (blocks: readonly Node[] = []): Node =>
    tableCell!.create(null, blocks.length > 0 ? blocks : [paragraph!.create()])
  return table!.create(
    null,
    rows.map((row) =>
      tableRow!.create(
        null,
        Array.from({ length: width }, (_, at) => cell(row[at])),
      ),
    ),
  )
}
