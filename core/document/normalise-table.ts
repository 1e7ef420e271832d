import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { isA } from '../kinds/facts.ts'

interface Placed {
  readonly node: Node
  readonly offset: number
  colspan: number
  rowspan: number
}

/**
 * Evens the table at `position`: spans that reach over another cell or out of the table are cut back,
 * rows that are too short get empty cells. Source of the placing order: HTML Standard, "forming a table".
 */
export function normaliseTable(transform: Transform, position: number): void {
  const table = transform.doc.nodeAt(position)
  if (!table) return
  const rows = place(table)
  const width = rows.reduce((most, row) => Math.max(most, row.taken.length), 1)
  for (const row of rows.reverse()) {
    for (let missing = holes(row.taken, width); missing > 0; missing--) {
      const type = row.heads ? table.type.schema.nodes.tableHeader : table.type.schema.nodes.tableCell
      transform.insert(position + 1 + row.end, type!.createAndFill()!)
    }
    for (const cell of row.cells) {
      const at = position + 1 + cell.offset
      if (cell.colspan !== cell.node.attrs.colspan) transform.setNodeAttribute(at, 'colspan', cell.colspan)
      if (cell.rowspan !== cell.node.attrs.rowspan) transform.setNodeAttribute(at, 'rowspan', cell.rowspan)
      const widths = cell.node.attrs.colwidth as number[] | null
      if (widths && widths.length !== cell.colspan) transform.setNodeAttribute(at, 'colwidth', null)
    }
  }
}

interface PlacedRow {
  readonly cells: Placed[]
  /** Which columns are filled in this row, by its own cells or from above. */
  readonly taken: readonly boolean[]
  /** Offset in the table's content where the row's content ends. */
  readonly end: number
  readonly heads: boolean
}

function place(table: Node): PlacedRow[] {
  const taken: boolean[][] = table.children.map(() => [])
  return table.children.map((row, index) => {
    const cells: Placed[] = []
    let column = 0
    const start = offsetOf(table, index) + 1
    row.forEach((node, offset) => {
      while (taken[index]![column]) column++
      let colspan = 1
      while (colspan < node.attrs.colspan && !taken[index]![column + colspan]) colspan++
      const rowspan = Math.min(Number(node.attrs.rowspan), table.childCount - index)
      for (let down = 0; down < rowspan; down++)
        for (let across = 0; across < colspan; across++) taken[index + down]![column + across] = true
      cells.push({ node, offset: start + offset, colspan, rowspan })
      column += colspan
    })
    const heads = row.childCount > 0 && row.children.every((cell) => isA(cell, 'tableHeader'))
    return { cells, taken: taken[index]!, end: start + row.content.size, heads }
  })
}

function holes(taken: readonly boolean[], width: number): number {
  let count = 0
  for (let column = 0; column < width; column++) if (!taken[column]) count++
  return count
}

function offsetOf(parent: Node, index: number): number {
  let offset = 0
  for (let before = 0; before < index; before++) offset += parent.child(before).nodeSize
  return offset
}
