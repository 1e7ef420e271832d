import { parseFragment } from 'parse5'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { fillSlots, filledWord } from '../html/slots.ts'
import { attribute, everyElement, type HtmlElement, textOf } from '../tree/tree.ts'
import { sayIn } from '../words/say.ts'

const TABLE =
  '<table><tr><th>Stone</th><th>Weight</th><th>Strength</th></tr><tr><td>Sandstone</td><td>2</td><td>-1</td></tr><tr><td>Slate</td><td>4</td><td>3</td></tr></table>'
const figure = (form: string, more = '', table = TABLE): string =>
  `<figure data-piece="chart" data-form="${form}" ${more}>${table}</figure>`

/** What students receive of a page, as elements. */
function published(html: string, language = 'en'): HtmlElement[] {
  const { segments } = renderPage(readPage(html, { isPassage: true }).page)
  const say = sayIn(language)
  const written = fillSlots(segments, (slot) => filledWord(slot, say))
  return [...everyElement(parseFragment(written).childNodes)]
}
const numbers = (elements: readonly HtmlElement[], name: string): number[] =>
  elements.map((each) => Number(attribute(each, name)))
const all = (elements: readonly HtmlElement[], tag: string, kind = ''): HtmlElement[] =>
  elements.filter((each) => each.tagName === tag && (attribute(each, 'class') ?? '').includes(kind))

test('bars are as high as their numbers, from the same foot, and those below zero hang from it', () => {
  const bars = all(published(figure('bar')), 'rect').slice(0, 4)
  const [sand, slate, weak, strong] = numbers(bars, 'height') as [number, number, number, number]
  expect([slate / sand, strong / weak, sand / weak].map((each) => Math.round(each * 10) / 10)).toEqual([2, 3, 2])
  const foot = (at: number): number => numbers(bars, 'y')[at]! + numbers(bars, 'height')[at]!
  expect(foot(0)).toBeCloseTo(foot(1), 1)
  expect(numbers(bars, 'y')[2]).toBeCloseTo(foot(0), 1)
})

test('bars that lie are as long as their numbers; on top of each other they end where the sum is', () => {
  const lying = all(published(figure('bar', 'data-across="yes"')), 'rect')
  expect(numbers(lying, 'width')[1]! / numbers(lying, 'width')[0]!).toBeCloseTo(2, 1)
  const stacked = all(published(figure('bar', 'data-stacked="yes"')), 'rect')
  const [y, height] = [numbers(stacked, 'y'), numbers(stacked, 'height')]
  // The second row: 4, and 3 on top of it.
  expect(y[3]! + height[3]!).toBeCloseTo(y[1]!, 1)
})

test('bars that are thinner than a line are bars', () => {
  const rows = Array.from({ length: 300 }, (_, at) => `<tr><td>${at}</td>${`<td>${at + 1}</td>`.repeat(6)}</tr>`)
  for (const more of ['', 'data-across="yes"']) {
    const bars = all(published(figure('bar', more, `<table>${rows.join('')}</table>`)), 'rect')
    expect(bars.length).toBeGreaterThan(1800 - 1)
    for (const side of ['width', 'height']) expect(Math.min(...numbers(bars, side)), side).toBeGreaterThan(0)
  }
})

test('each column is told from the others without its colour: by hatching, dashes, shapes', () => {
  expect(all(published(figure('bar')), 'path', 'chart-hatching').length).toBeGreaterThan(0)
  const lines = all(published(figure('line')), 'path', 'graph-line-')
  expect(new Set(lines.map((line) => attribute(line, 'stroke-dasharray'))).size).toBe(2)
  const points = all(
    published(
      figure(
        'scatter',
        '',
        TABLE.replaceAll(/Sandstone|Slate/g, (_, at: number) => String(at)),
      ),
    ),
    'path',
    'chart-fill-',
  )
  expect(new Set(points.map((point) => attribute(point, 'd'))).size).toBe(2)
})

test('a pie has parts of a whole, each with its number and its share', () => {
  const drawn = published(figure('pie', '', TABLE.replace('-1', '1')))
  expect(all(drawn, 'path', 'chart-part')).toHaveLength(2)
  expect(all(drawn, 'li').map((item) => textOf(item))).toEqual(['Sandstone 33.3%', 'Slate 66.7%'])
})

test('what is told of it, in the language of the course or in the author’s words', () => {
  const told = (html: string, language?: string): string | undefined =>
    attribute(all(published(html, language), 'svg')[0]!, 'aria-label')
  expect(told(figure('bar'))).toBe(
    'Bar chart. It shows Weight; Strength, by Stone. Weight: lowest 2 (Sandstone), highest 4 (Slate). Strength: lowest −1 (Sandstone), highest 3 (Slate).',
  )
  expect(told(figure('bar', '', '<table><tr><td></td><td>3</td></tr><tr><td>b</td><td>5</td></tr></table>'))).toBe(
    'Bar chart. Lowest 3 (1), highest 5 (b).',
  )
  expect(told(figure('line', 'data-alt="Slate is “stronger”"'))).toBe('Slate is “stronger”')
  expect(told(figure('pie'), 'ar')).toMatch(/^مخطط دائري/)
})

test('the table stands beneath, open or to be unfolded; without a number there is the table alone', () => {
  expect(all(published(figure('bar')), 'details')).toHaveLength(0)
  const folded = all(published(figure('bar', 'data-table="folded"')), 'details')
  expect(all([...everyElement(folded)], 'table')).toHaveLength(1)
  const empty = published(figure('bar', 'data-table="folded"', '<table><tr><td>a</td><td>b</td></tr></table>'))
  expect([all(empty, 'svg').length, all(empty, 'details').length, all(empty, 'table').length]).toEqual([0, 0, 1])
})

test('more charts than anybody reads are told, not drawn, and keep their tables', () => {
  const row = '<tr><td>a</td><td>1</td><td>2</td><td>3</td></tr>'
  const many = published(
    Array.from({ length: 70 }, () => figure('bar', '', `<table>${row.repeat(50)}</table>`)).join(''),
  )
  expect(all(many, 'table')).toHaveLength(70)
  expect(all(many, 'svg', '').filter((each) => attribute(each, 'role') === 'img')).toHaveLength(60)
})
