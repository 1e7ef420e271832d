import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { isA } from '../kinds/facts.ts'
import { turnings, turnInto } from './turn-into.ts'

const pageOf = (html: string): Node => readPage(html, { isPassage: true }).page
const turned = (html: string, into: Parameters<typeof turnInto>[2]): string => {
  const transform = turnInto(pageOf(html), 2, into)
  return transform ? writePage(transform.doc, 'source').replace('<h1></h1>\n', '') : 'no'
}
const TABLE = '<table><tbody><tr><th>Stone</th><th>Use</th></tr><tr><td>cope</td><td>top</td></tr></tbody></table>'
const LIST = '<ul><li>Stone<ul><li>Use</li></ul></li><li>cope<ul><li>top</li></ul></li></ul>'

test('a table becomes a list, its rows the items, and the list a table again', () => {
  expect(turned(TABLE, 'list')).toBe(LIST)
  expect(turned(LIST, 'table')).toBe(TABLE.replaceAll('th>', 'td>'))
  expect(turned('<table><caption>Stones</caption><tr><td>a</td></tr></table>', 'list')).toBe(
    '<p>Stones</p>\n<ul><li>a</li></ul>',
  )
  expect(turned('<ol><li>a</li><li><p>b</p><p>c</p><ul><li>d</li><li>e</li></ul></li></ol>', 'table')).toBe(
    '<table><tbody><tr><td>a</td><td><p></p></td><td><p></p></td></tr><tr><td><p>b</p><p>c</p></td><td>d</td><td>e</td></tr></tbody></table>',
  )
})

test('a table of two to four columns becomes columns, without its empty cells, and back a row', () => {
  const columns = turned('<table><tr><td>a</td><td>b</td></tr><tr><td></td><td>c</td></tr></table>', 'columns')
  expect(columns).toContain('data-piece="columns"')
  expect(columns.replace(/<[^>]+>|\s/g, '')).toBe('abc')
  expect(turned(columns, 'table').replace(/\s*\n\s*/g, '')).toBe(
    '<table><tbody><tr><td>a</td><td><p>b</p><p>c</p></td></tr></tbody></table>',
  )
  const wide = pageOf(`<table><tr>${'<td>a</td>'.repeat(5)}</tr></table>`)
  expect(turnings(wide, 2).find(({ into }) => into === 'columns')!.whyNot).not.toBe('')
  expect(turnInto(wide, 2, 'columns')).toBeNull()
  expect(turnings(pageOf('<p>a</p>'), 2)).toEqual([])
})

test('a table with a caption becomes a chart with it, and the chart the table again; one column draws nothing', () => {
  const captioned =
    '<table><caption>Stones</caption><tbody><tr><th scope="col">Stone</th><th scope="col">Weight</th></tr><tr><td>cope</td><td>2</td></tr></tbody></table>'
  const chart = turned(captioned, 'chart')
  expect(chart).toBe(
    `<figure data-piece="chart" data-form="bar">${captioned.replace('<caption>Stones</caption>', '')}<figcaption>Stones</figcaption></figure>`,
  )
  expect(turned(chart, 'table')).toBe(captioned)
  // From the table in it as from itself.
  const within = turnInto(pageOf(chart), 3, 'table')!
  expect(writePage(within.doc, 'source')).toContain(captioned)
  expect(turnings(pageOf('<table><tr><td>a</td></tr></table>'), 2)[0]).toMatchObject({
    into: 'chart',
    whyNot: expect.stringContaining('names') as string,
  })
})

test('whatever is turned, no word goes, and the page stays right', () => {
  const wordsOf = (page: Node): string => {
    let words = ''
    page.descendants((node) => void (words += node.text ?? ''))
    return [...words].sort().join('')
  }
  let count = 0
  fc.assert(
    fc.property(anyPage, (page) => {
      page.descendants((node, position, parent) => {
        for (const { into, whyNot } of turnings(page, position)) {
          const transform = whyNot === '' ? turnInto(page, position, into) : null
          if (!transform) continue
          count++
          expect(problemOfPage(transform.doc)).toBeNull()
          expect(wordsOf(transform.doc)).toBe(wordsOf(page))
          // A table without merged cells, with more than one in each row, comes back from its list cell by cell.
          if (!isA(node, 'table') || isA(parent, 'captionedTable', 'chart') || into !== 'list' || !isEven(node))
            continue
          const back = turnInto(transform.doc, position, 'table')!.doc.nodeAt(position)!
          expect(cellsOf(back).map((cell) => cell.content.toJSON() as unknown)).toEqual(
            cellsOf(node).map((cell) => cell.content.toJSON() as unknown),
          )
        }
        return !node.isTextblock
      })
    }),
    { numRuns: 200 },
  )
  expect(count).toBeGreaterThan(20)
})

const cellsOf = (table: Node): Node[] => table.children.flatMap((row) => row.children)
const isEven = (table: Node): boolean =>
  table.children.every((row) => row.childCount > 1 && row.childCount === table.child(0).childCount) &&
  cellsOf(table).every(({ attrs }) => attrs.colspan === 1 && attrs.rowspan === 1)
