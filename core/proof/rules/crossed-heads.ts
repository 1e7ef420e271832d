import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { type Place, type Rule } from '../rule.ts'
import { isA } from '../../kinds/facts.ts'
import { type GridCell, gridOf } from '../../kinds/table/grid.ts'
import { headerRows } from '../../tables/change.ts'

/** Heads of rows that say they head a column: in a first column of heads alone, beside cells with words. */
function crossed(table: Node): GridCell[] {
  const rows = gridOf(table).rows.slice(headerRows(table))
  const first = rows.flatMap(({ cells }) => cells.filter(({ column }) => column === 0))
  if (!first.every(({ node }) => isA(node, 'tableHeader'))) return []
  const besideWords = new Set(
    rows.flatMap(({ cells }, at) => (cells.some(({ node }) => isA(node, 'tableCell') && node.textContent) ? [at] : [])),
  )
  return first.filter(({ node, row }) => node.attrs.scope === 'col' && besideWords.has(row - headerRows(table)))
}

/** Heads beside the cells of a row that are read out with the cells below them instead. */
export const crossedHeads: Rule = {
  id: 'crossed-heads',
  name: 'Header cells of rows that head a column',
  severity: 'right',
  why: 'Who listens hears with each cell what it belongs to; here they hear the name of another row.',
  criterion: '1.3.1 Info and Relationships',
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      const heads = isA(node, 'table') ? crossed(node) : []
      const names = heads.map(({ node: head }) => head.textContent.trim()).filter(Boolean)
      if (heads.length > 0)
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: `These stand before a row and are marked as the head of a column: ${names.slice(0, 5).join(', ') || 'empty header cells'}.`,
          passage: heads.map(({ node: head }) => head.textContent).join('\n'),
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'rows', label: 'Let them head their rows' }],
  repair(page, { from }) {
    const table = page.nodeAt(from)
    if (!table) return null
    const transform = new Transform(page)
    for (const { offset } of crossed(table)) transform.setNodeAttribute(from + 1 + offset, 'scope', 'row')
    return transform
  },
  good: [
    { html: '<table><tr><th>a<th>b<tr><th scope="row">c<td>d</table>' },
    { html: '<table><tr><th>a<td>b<tr><th scope="col">c<td>d<tr><td>e<td>f</table>' },
  ],
  bad: [
    {
      html: '<table><tr><th scope="col">a<th scope="col">b<tr><th scope="col">c<td>d</table>',
      repair: 'rows',
      repaired:
        '<table><tbody><tr><th scope="col">a</th><th scope="col">b</th></tr><tr><th scope="row">c</th><td>d</td></tr></tbody></table>',
    },
  ],
}
