import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'
import { gridOf } from '../kinds/table/grid.ts'
import { hasHeaderColumn, headerRows } from './change.ts'

/** What a table has at its top and at its first side: so many rows of heads, and a column of them or none. */
export interface Heads {
  readonly rows: number
  readonly column: boolean
}

export const headsOf = (table: Node): Heads => ({ rows: headerRows(table), column: hasHeaderColumn(table) })

/**
 * Makes cells that were put over heads heads again, with the scope of their place: a head of the wrong kind is read out
 * with every cell of its column. `isNew` tells which came.
 */
export function headsWhereHeadsWere(
  transform: Transform,
  position: number,
  { rows, column }: Heads,
  isNew: (cell: Node) => boolean,
): void {
  const table = transform.doc.nodeAt(position)
  if (!table || !isA(table, 'table')) return
  const { tableHeader } = table.type.schema.nodes
  // What is set changes no sizes: the cells stay where they were found.
  for (const cell of gridOf(table).rows.flatMap(({ cells }) => cells)) {
    const scope = cell.row < rows ? 'col' : column && cell.column === 0 ? 'row' : null
    if (scope && isNew(cell.node) && cell.node.attrs.scope !== scope)
      transform.setNodeMarkup(position + 1 + cell.offset, tableHeader, { ...cell.node.attrs, scope })
  }
}
