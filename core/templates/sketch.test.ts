import fc from 'fast-check'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { anyPage } from '../../test/shared/pages.ts'
import { sketch, sketchOf } from './sketch.ts'

const drawn = (html: string): string =>
  sketchOf(readPage(html).page)
    .map(({ as, width }) => `${as} ${Math.round(width * 100)}`)
    .join(', ')

test('a page is drawn from afar: headings, lines, items, rows, pictures, pieces', () => {
  const words = 'w'.repeat(70)
  expect(drawn(`<h1>${words}</h1><p>${words}${words.slice(0, 35)}</p><h2>A</h2><p></p>`)).toBe(
    'heading 100, line 100, line 50, heading 25',
  )
  expect(drawn('<h1>W</h1><ul><li>a<li>b</ul><table><tr><th>a<tr><td>b</table><hr>')).toBe(
    'heading 25, item 80, item 80, row 100, row 100, rule 100',
  )
  expect(drawn(`<h1>W</h1><blockquote><p>a</p></blockquote><p>${words.repeat(9)}</p>`)).toBe(
    'heading 25, piece 100, line 100, line 100, line 60',
  )
})

test('a part is drawn without its title, and a piece with what is inside it', () => {
  const { page } = readPage(
    '<h1>W</h1><aside><h3>A</h3><p>b</p></aside><div data-piece="columns"><div></div><div></div></div><details><summary>c</summary></details>',
  )
  expect(sketchOf(page, true)).toEqual([
    {
      as: 'piece',
      width: 1,
      inside: [
        { as: 'heading', width: 0.25 },
        { as: 'line', width: 0.15 },
      ],
    },
    { as: 'columns', width: 1, count: 2 },
    { as: 'folded', width: 0.6 },
  ])
})

test('a long page ends in its sketch before it is too much to see; any page can be drawn', () => {
  expect(sketchOf(readPage(`<h1>W</h1>${'<p>a</p>'.repeat(500)}`).page)).toHaveLength(14)
  fc.assert(
    fc.property(anyPage, (page) => sketch.safeParse(sketchOf(page)).success),
    { numRuns: 200 },
  )
})
