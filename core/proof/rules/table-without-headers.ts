import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { type Place, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'

const cells = (table: Node): Node[] => table.children.flatMap((row) => row.children)

/** Tables in which no cell heads anything. */
export const tableWithoutHeaders: Rule = {
  id: 'table-without-headers',
  name: 'Table without header cells',
  severity: 'blocks',
  why: 'Who listens hears figures one after the other; only header cells tell what each of them is.',
  criterion: '1.3.1 Info and Relationships',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (isA(node, 'table') && cells(node).length > 1 && !cells(node).some((cell) => isA(cell, 'tableHeader')))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: 'This table has no header cells.',
          passage: node.textContent,
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [
    { id: 'row', label: 'Make the first row a header' },
    { id: 'column', label: 'Make the first column a header' },
  ],
  repair(page, { from }, id) {
    const table = page.nodeAt(from)
    if (!table) return null
    const transform = new Transform(page)
    const { tableHeader } = page.type.schema.nodes
    table.forEach((row, rowOffset, rowIndex) =>
      row.forEach((cell, cellOffset, cellIndex) => {
        if (id === 'row' ? rowIndex === 0 : cellIndex === 0)
          transform.setNodeMarkup(from + 1 + rowOffset + 1 + cellOffset, tableHeader, {
            ...cell.attrs,
            scope: id === 'row' ? 'col' : 'row',
          })
      }),
    )
    return transform
  },
  good: [{ html: '<table><tr><th>a<td>b</table>' }, { html: '<table><tr><td>alone</table>' }],
  bad: [
    {
      html: '<table><tr><td>a<td>b<tr><td>c<td>d</table>',
      repair: 'row',
      repaired:
        '<table><tbody><tr><th scope="col">a</th><th scope="col">b</th></tr><tr><td>c</td><td>d</td></tr></tbody></table>',
    },
    {
      html: '<table><tr><td>a<td>b<tr><td>c<td>d</table>',
      repair: 'column',
      repaired:
        '<table><tbody><tr><th scope="row">a</th><td>b</td></tr><tr><th scope="row">c</th><td>d</td></tr></tbody></table>',
    },
  ],
}
