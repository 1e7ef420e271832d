import { expect, test } from 'vitest'
import { TableMap } from 'prosemirror-tables'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { problemOfPage } from './check.ts'
import { normalise } from './normalise.ts'
import { emptyPage } from './schema.ts'
import type { Node } from 'prosemirror-model'

function normalised(page: Node): Node {
  return normalise(page).reduce((now, step) => step.apply(now).doc ?? now, page)
}

const after = (html: string): string => writePage(normalised(readPage(html).page), 'source').replace('<h1></h1>\n', '')

test.each([
  [
    'a short row is filled',
    '<table><tr><td>a<td>b<tr><td>c</table>',
    '<table><tbody><tr><td>a</td><td>b</td></tr><tr><td>c</td><td><p></p></td></tr></tbody></table>',
  ],
  [
    'a row of heads is filled with heads',
    '<table><tr><th>a<tr><td>c<td>d</table>',
    '<table><tbody><tr><th scope="col">a</th><th scope="col"><p></p></th></tr><tr><td>c</td><td>d</td></tr></tbody></table>',
  ],
  [
    'a span out of the table is cut',
    '<table><tr><td rowspan=5>a<td>b</table>',
    '<table><tbody><tr><td>a</td><td>b</td></tr></tbody></table>',
  ],
  [
    'a span over a cell from above is cut',
    '<table><tr><td>a<td rowspan=2>b<tr><td colspan=2>c</table>',
    '<table><tbody><tr><td>a</td><td rowspan="2">b</td></tr><tr><td>c</td></tr></tbody></table>',
  ],
  [
    'a span over columns that nothing begins in, and one of 0 that goes to the end',
    '<table><tr><td colspan=200>a<tr><td rowspan=0>b<td>c<tr><td>d</table>',
    '<table><tbody><tr><td colspan="2">a</td></tr><tr><td rowspan="2">b</td><td>c</td></tr><tr><td>d</td></tr></tbody></table>',
  ],
  [
    'an id that stands twice gets a number',
    '<h2 id="a">x</h2><h2 id="a">y</h2><h2 id="a-2">z</h2>',
    '<h2 id="a">x</h2>\n<h2 id="a-3">y</h2>\n<h2 id="a-2">z</h2>',
  ],
])('%s', (_name, html, expected) => expect(after(html)).toBe(expected))

test('a small table that asks for billions of places or of cells takes neither the time nor the room for them', () => {
  const huge = `<table>${'<tr><td colspan=1000 rowspan=1000>a</td></tr>'.repeat(1000)}</table>`
  const ragged = `<table><tr>${'<td>a</td>'.repeat(1000)}</tr>${'<tr><td>b</td></tr>'.repeat(999)}</table>`
  for (const html of [huge, ragged]) {
    const page = normalised(readPage(html).page)
    expect(problemOfPage(page)).toBeNull()
    expect(page.nodeSize).toBeLessThan(200_000)
  }
})

test('normalising again changes nothing, keeps the page right, and leaves tables that the table editor accepts', () => {
  let repaired = 0
  for (let seed = 1; seed <= 500; seed++) {
    const random = new Random(seed)
    let page = emptyPage()
    for (let count = 0; count < 40; count++)
      for (const step of randomEdit(page, random, () => 'x')?.steps ?? []) page = step.apply(page).doc ?? page
    const result = normalised(page)
    if (!result.eq(page)) repaired++
    expect(normalise(result)).toEqual([])
    expect(problemOfPage(result)).toBeNull()
    expect(result.textContent).toBe(page.textContent)
    // An independent judge of geometry: the table map of prosemirror-tables lists problems it would fix.
    result.descendants((node) => {
      if (node.type.name === 'table') expect(TableMap.get(node).problems).toBeNull()
    })
  }
  expect(repaired).toBeGreaterThan(20)
})
