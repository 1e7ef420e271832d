import { Fragment, type Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'
import { type Grid, type GridCell, gridOf } from '../kinds/table/grid.ts'
import { headsOf, type Heads } from './heads.ts'

/*
 * A row or a column more. Merged cells that reach over its place grow by it; beside the others it gets a cell for each.
 * What tables are edited with elsewhere (prosemirror-tables) loses count behind merged cells, and gives new heads the
 * scope of columns wherever they stand.
 */

/** The cell that covers each place of a table, by row and column. */
function coverOf({ rows }: Grid): (GridCell | undefined)[][] {
  const cover: (GridCell | undefined)[][] = rows.map(() => [])
  for (const cell of rows.flatMap(({ cells }) => cells))
    for (let row = cell.row; row < cell.row + cell.rowspan; row++)
      for (let column = cell.column; column < cell.column + cell.colspan; column++) cover[row]![column] = cell
  return cover
}

/** Adds an empty row before the one at `at`, counted from 0; null where there is no table. */
export function withRow(page: Node, position: number, at: number): Transform | null {
  const table = page.nodeAt(position)
  if (!table || !isA(table, 'table')) return null
  const [grid, heads] = [gridOf(table), headsOf(table)]
  const cover = coverOf(grid)
  const isHead = at < heads.rows
  const grown = new Set<GridCell>()
  const made: Node[] = []
  for (let column = 0; column < grid.width; column++) {
    const [above, below] = [cover[at - 1]?.[column], cover[at]?.[column]]
    if (above && above === below) grown.add(above)
    else {
      const beside = [above, below].find((cell) => cell && cell.row < heads.rows === isHead)
      made.push(newCell(table, { isInHeads: isHead, isFirst: column === 0, heads, beside, copied: 'row' }))
    }
  }
  const transform = new Transform(page)
  const offset = at < table.childCount ? grid.rows[at]!.offset : table.content.size
  transform.insert(position + 1 + offset, page.type.schema.nodes.tableRow!.create(null, made))
  // They begin above it, where nothing has moved.
  for (const cell of grown) transform.setNodeAttribute(position + 1 + cell.offset, 'rowspan', cell.rowspan + 1)
  return transform
}

/** Adds an empty column before the one at `at`, counted from 0; null where there is no table. */
export function withColumn(page: Node, position: number, at: number): Transform | null {
  const table = page.nodeAt(position)
  if (!table || !isA(table, 'table')) return null
  const [grid, heads] = [gridOf(table), headsOf(table)]
  const cover = coverOf(grid)
  const transform = new Transform(page)
  const grown = new Set<GridCell>()
  // From the end, so that what is still to be done stays where it was found.
  for (let row = grid.rows.length - 1; row >= 0; row--) {
    const { cells, offset, node } = grid.rows[row]!
    const [before, after] = [cover[row]![at - 1], cover[row]![at]]
    if (before && before === after) grown.add(before)
    else {
      const isAlike = (cell: GridCell | undefined) => cell && (!heads.column || (cell.column === 0) === (at === 0))
      const beside = [before, after].find(isAlike)
      const next = cells.find((cell) => cell.column >= at)
      const place = next ? next.offset : offset + node.nodeSize - 1
      transform.insert(
        position + 1 + place,
        newCell(table, { isInHeads: row < heads.rows, isFirst: at === 0, heads, beside, copied: 'col' }),
      )
    }
    for (const cell of grown) if (cell.row === row) widen(transform, position + 1 + cell.offset, cell, at)
  }
  return transform
}

/** A merged cell reaches over a column more, which is as wide as it needs. */
function widen(transform: Transform, place: number, { node, colspan, column }: GridCell, at: number): void {
  const widths = node.attrs.colwidth as readonly number[] | null
  transform.setNodeMarkup(place, null, {
    ...node.attrs,
    colspan: colspan + 1,
    colwidth: widths && widths.toSpliced(at - column, 0, 0),
  })
}

interface NewCell {
  readonly isInHeads: boolean
  readonly isFirst: boolean
  readonly heads: Heads
  /** The cell it looks as. */
  readonly beside: GridCell | undefined
  /** Heads in the middle of a table that go on: those of rows in a row more, those of columns in a column more. */
  readonly copied: 'row' | 'col'
}

/** An empty cell with the part of its place and the looks of the one beside it. */
function newCell(table: Node, { isInHeads, isFirst, heads, beside, copied }: NewCell): Node {
  const { tableHeader, tableCell, paragraph } = table.type.schema.nodes
  const like = beside?.node
  const went = like?.attrs.scope === copied ? copied : null
  const scope = isInHeads ? 'col' : heads.column && isFirst ? 'row' : went
  const looks = like && { ground: like.attrs.ground as unknown, place: like.attrs.place as unknown }
  const words =
    like?.firstChild && isA(like.firstChild, 'paragraph') ? { align: like.firstChild.attrs.align as unknown } : null
  const content = Fragment.from(paragraph!.create(words))
  return scope ? tableHeader!.create({ ...looks, scope }, content) : tableCell!.create(looks, content)
}
