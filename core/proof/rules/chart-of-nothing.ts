import { readChart } from '../../charts/read.ts'
import { isA } from '../../kinds/facts.ts'
import { turnInto } from '../../structure/turn-into.ts'
import type { Place, Rule } from '../rule.ts'

/** Charts whose tables hold no number that could be drawn. */
export const chartOfNothing: Rule = {
  id: 'chart-of-nothing',
  name: 'Chart without numbers',
  severity: 'right',
  why: 'Students see its table alone, and no drawing: without a number there is nothing to draw.',
  criterion: null,
  check(page) {
    const found: Place[] = []
    page.descendants((node, position) => {
      if (isA(node, 'chart') && readChart(node).series.every(({ values }) => values.every((value) => value === null)))
        found.push({
          from: position,
          to: position + node.nodeSize,
          message: 'A chart has no number to draw: names belong in its first column, numbers in the columns beside it.',
          passage: node.textContent,
        })
      return !node.isTextblock
    })
    return found
  },
  repairs: [{ id: 'table', label: 'Make it the table alone' }],
  repair: (page, { from }) => turnInto(page, from, 'table'),
  good: [{ html: '<figure data-piece="chart"><table><tr><td>Slate</td><td>2.8</td></tr></table></figure>' }],
  bad: [
    {
      html: '<figure data-piece="chart"><table><tr><th scope="col">Stone</th><th scope="col">Weight</th></tr><tr><td>Slate</td><td>heavy</td></tr></table><figcaption>Stones</figcaption></figure>',
      repair: 'table',
      repaired:
        '<table><caption>Stones</caption><tbody><tr><th scope="col">Stone</th><th scope="col">Weight</th></tr><tr><td>Slate</td><td>heavy</td></tr></tbody></table>',
    },
    {
      html: '<figure data-piece="chart"><table><tr><th scope="col">Stone</th></tr><tr><td>Slate</td></tr></table></figure>',
      repair: 'table',
      repaired: '<table><tbody><tr><th scope="col">Stone</th></tr><tr><td>Slate</td></tr></tbody></table>',
    },
  ],
}
