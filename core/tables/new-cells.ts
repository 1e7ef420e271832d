import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'
import { type GridCell, gridOf } from '../kinds/table/grid.ts'

/** What a table has at its top and at its first side: so many rows of heads, and a column of them or none. */
export interface Heads {
  readonly rows: number
  readonly column: boolean
}

/** Which cells came new into a table, and beside what. */
export interface NewCells {
  readonly isNew: (cell: GridCell) => boolean
  /** A new row looks as the one above it, a new column as the one before it; what is pasted looks as it came. */
  readonly along: 'row' | 'column' | null
}

/**
 * Makes cells that have come into a table what their place asks of them. In a row of heads and in a column of heads
 * they are such heads, with the right scope: a head of the wrong kind is read out with every cell of its column. Beside
 * other cells they look and are aligned as these.
 */
export function fitNewCells(transform: Transform, position: number, heads: Heads, { isNew, along }: NewCells): void {
  const table = transform.doc.nodeAt(position)
  if (!table || !isA(table, 'table')) return
  const cells = gridOf(table).rows.flatMap((row) => row.cells)
  const old = cells.filter((cell) => !isNew(cell))
  const neighbours = new Neighbours(old, heads)
  // What is set changes no sizes: the cells stay where they were found.
  for (const cell of cells) {
    if (!isNew(cell)) continue
    const beside = along && neighbours.of(cell, along)
    setMarkup(transform, position + 1 + cell.offset, cell.node, scopeOf(cell, heads, beside), beside)
  }
}

/** What a cell has from the one beside it. */
const LOOKS = ['ground', 'place']

/** Whose head a new cell is. */
function scopeOf({ row, column, node }: GridCell, heads: Heads, beside: Node | null): unknown {
  if (row < heads.rows) return 'col'
  if (heads.column && column === 0) return 'row'
  // A head in the middle of a table is what the one beside it is.
  return node.attrs.scope ? (beside?.attrs.scope ?? node.attrs.scope) : null
}

function setMarkup(transform: Transform, place: number, cell: Node, scope: unknown, like: Node | null): void {
  const { tableHeader, tableCell } = cell.type.schema.nodes
  const { scope: _before, ...attrs }: Record<string, unknown> = cell.attrs
  for (const name of LOOKS) if (like) attrs[name] = like.attrs[name]
  const type = scope ? tableHeader! : tableCell!
  const now = type.create(scope ? { ...attrs, scope } : attrs, cell.content)
  if (!now.sameMarkup(cell)) transform.setNodeMarkup(place, type, now.attrs)
  const [words, likeWords] = [cell.firstChild!, like?.firstChild]
  if (!likeWords || !isA(words, 'paragraph') || !isA(likeWords, 'paragraph')) return
  if (words.attrs.align !== likeWords.attrs.align) transform.setNodeAttribute(place + 1, 'align', likeWords.attrs.align)
}

/** The cells that were there before, asked for the one beside a new one. */
class Neighbours {
  private readonly byPlace = new Map<string, Node>()

  constructor(
    cells: readonly GridCell[],
    private readonly heads: Heads,
  ) {
    for (const { node, row, column, rowspan, colspan } of cells)
      // The last row and column that it covers, and the first, are those a new cell can be beside.
      for (const down of new Set([row, row + rowspan - 1]))
        for (const across of new Set([column, column + colspan - 1])) this.byPlace.set(`${down} ${across}`, node)
  }

  /** The cell before a new one, which covers one place, or else the one after it; a head only beside heads. */
  of({ row, column }: GridCell, along: 'row' | 'column'): Node | null {
    for (const by of [-1, 1]) {
      const [down, across] = along === 'row' ? [row + by, column] : [row, column + by]
      const isAlike =
        along === 'row'
          ? down < this.heads.rows === row < this.heads.rows
          : !this.heads.column || (across === 0) === (column === 0)
      const found = this.byPlace.get(`${down} ${across}`)
      if (found && isAlike) return found
    }
    return null
  }
}
