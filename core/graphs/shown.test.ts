import fc from 'fast-check'
import { parseFragment } from 'parse5'
import sharp from 'sharp'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { filledWord, fillSlots } from '../html/slots.ts'
import { attribute, everyElement, hasClass, type HtmlElement, isElement, textOf } from '../tree/tree.ts'
import { sayIn } from '../words/say.ts'
import { drawGraph, svgOf } from './draw.ts'
import { HEIGHT, WIDTH } from './paper.ts'
import { ticksOf } from './scales.ts'
import type { GraphSettings } from './settings.ts'

const settings = (part: Partial<GraphSettings>): GraphSettings => ({
  functions: '',
  points: '',
  areas: '',
  x: [-5, 5],
  y: null,
  xName: '',
  yName: '',
  hasGrid: false,
  hasValues: true,
  alt: '',
  ...part,
})

/** What students receive of graphs written in the source, in the language of a course. */
function published(figures: string, language = 'en'): HtmlElement[] {
  const { page } = readPage(`<h1>A</h1>${figures}`)
  const html = fillSlots(renderPage(page).segments, (slot) => filledWord(slot, sayIn(language)))
  return parseFragment(html).childNodes.filter(isElement)
}
const figure = (functions: string, more = ''): string =>
  `<figure data-piece="graph" data-functions="${functions}" ${more}></figure>`
const found = (nodes: readonly HtmlElement[], is: (element: HtmlElement) => boolean): HtmlElement[] =>
  [...everyElement(nodes)].filter(is)
const toldOf = (nodes: readonly HtmlElement[]): string =>
  attribute(found(nodes, (each) => each.tagName === 'svg' && attribute(each, 'role') === 'img')[0]!, 'aria-label')!

test('whoever can’t see a graph is told what is seen in it, in the language of the course', () => {
  const html = figure(
    'f(x) = x^2 - 2\ng(x) = 1/x',
    'data-points="(0, f(0)) Deepest" data-areas="under f from 0 to 1.5"',
  )
  expect(toldOf(published(html))).toBe(
    'Graph of f(x) = x² − 2; g(x) = 1/x, for x from −5 to 5. f is zero at −1.414 and 1.414. Low points of f: (0, −2). ' +
      'g grows without end at 0 (vertical asymptote). Far to the left and to the right, g comes ever closer to 0 ' +
      '(horizontal asymptote). f and g meet at (−1, −1), (−0.618, −1.618), and (1.618, 0.618). ' +
      'Marked: Deepest, at (0, −2). Shaded: the area between f and the axis, from x = 0 to 1.5.',
  )
  expect(toldOf(published(html, 'de'))).toContain('f is zero at −1.414')
  expect(toldOf(published(html, 'ar'))).toMatch(
    /أصفار .*f.*: .*−1\.414 و1\.414\. .*\u2066\(0, .*−2\)\u2069.*خط مقارب رأسي/,
  )
  expect(toldOf(published(figure('x', 'data-alt="A line &amp; no more"')))).toBe('A line & no more')
})

test('its values stand in a table, with what has none', () => {
  const [table] = found(published(figure('sqrt(x)', 'data-x="-2 2"')), ({ tagName }) => tagName === 'table')
  const rows = found([table!], ({ tagName }) => tagName === 'tr').map((row) =>
    row.childNodes.filter(isElement).map((cell) => textOf(cell).trim()),
  )
  expect(rows[0]).toEqual(['x', 'f(x)'])
  expect(rows[1]).toEqual(['−2', 'none'])
  expect(rows.at(-1)).toEqual(['2', '1.414'])
  expect(rows).toHaveLength(ticksOf([-2, 2], 'x').length + 1)
  expect(found(published(figure('x', 'data-values="no"')), ({ tagName }) => tagName === 'table')).toEqual([])
})

test('what can’t be drawn stands as it was typed, and nothing of an author’s is markup', () => {
  const nodes = published(
    figure('f(x) = &lt;script&gt;alert(1)&lt;/script&gt;\nx^2', 'data-points="(0, 0) &lt;b&gt;A&lt;/b&gt;"'),
  )
  expect(textOf(nodes[0]!)).toContain('Not drawn: f(x) = <script>alert(1)</script>')
  expect(found(nodes, ({ tagName }) => tagName === 'script' || tagName === 'b')).toEqual([])
  expect(found(nodes, (each) => hasClass(each, 'graph-words')).map(textOf)).toEqual(['<b>A</b>'])
  expect(found(nodes, (each) => hasClass(each, 'graph-line-1'))).not.toEqual([])
  expect(textOf(published(figure(''))[0]!)).not.toContain('Not drawn')
})

test('of a page with too many graphs the last are told, not drawn', () => {
  const costly = Array.from({ length: 5 }, (_, at) => `sin(${at + 3}x) + tan(x) + sin(9x) + x^3 + cos(8x)`).join('\n')
  const nodes = published(figure(costly).repeat(30))
  const drawn = nodes.filter((each) => found([each], ({ tagName }) => tagName === 'svg').length > 0)
  expect(drawn.length).toBeGreaterThan(2)
  expect(drawn.length).toBeLessThan(30)
  expect(nodes).toHaveLength(30)
  const usual = published(Array.from({ length: 60 }, (_, at) => figure(`x^2 - ${at}\n${at}x`)).join(''))
  expect(found(usual, (each) => hasClass(each, 'graph-axes'))).toHaveLength(60)
  expect(textOf(nodes.at(-1)!)).toMatch(/too many graphs on this page.*sin\(3x\)/s)
})

/** Functions of every nature. */
const functions = fc.constantFrom(
  ...['x^2 - 1', '1/x', 'tan(x)', 'sqrt(x)', 'log(x)', 'floor(x)', 'sin(200x)', 'exp(x)', '1/(x-1/3)^2', '5', '1e9*x'],
  ...['sin(1000/x)', 'x^x', '1e-9 * x', 'sqrt(-1 - x^2)', 'exp(exp(x))', 'x for x > 4.99', 'mod(x, 0.001)'],
)
const ranges = fc.constantFrom([-5, 5], [0, 1e-6], [-1e8, 1e8], [3, 4], [99_999_999, 1e8])

test('nothing is drawn beside the paper, and every place is a number', () => {
  fc.assert(
    fc.property(fc.array(functions, { maxLength: 3 }), ranges, fc.option(ranges), (some, x, y) => {
      const { inside } = drawGraph(
        settings({
          functions: some.join('\n'),
          points: '(0, 0) A\n(1, 2)',
          areas: 'under f from -1 to 3.5\nfrom 3 to 4',
          x: x,
          y: y,
        }),
      )
      for (const [, d = ''] of inside.text.matchAll(/ d="([^"]*)"/g)) {
        expect(d).toMatch(/^[MLZ0-9.,-]+$/)
        for (const [, px, py] of d.matchAll(/[ML](-?[0-9.]+),(-?[0-9.]+)/g)) {
          expect(Number(px) >= 0 && Number(px) <= WIDTH).toBe(true)
          expect(Number(py) >= 0 && Number(py) <= HEIGHT).toBe(true)
        }
      }
      expect(inside.text).not.toMatch(/NaN|Infinity|undefined/)
    }),
    { numRuns: 150 },
  )
})

test('an independent drawer of SVG (librsvg) paints the line where the function is, and nowhere else', async () => {
  const formula = (x: number): number => (x > 0 ? Math.sin(x) * 2 : x + 1)
  const y: [number, number] = [-4, 4]
  const drawn = drawGraph(settings({ functions: 'x > 0 ? sin(x) * 2 : x + 1', y }))
  const line = /<path class="graph-line graph-line-1"[^>]*>/.exec(svgOf(drawn, '').text)![0]
  const { data } = await sharp(
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">${line}</path></svg>`),
  )
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const isPainted = (px: number, py: number): boolean => data[(py * WIDTH + px) * 4 + 3]! > 60
  // Both axes stand within: the paper is laid out so.
  const [margin, head, foot] = [16, 28, 12]
  let checked = 0
  for (let px = margin + 2; px < WIDTH - margin - 2; px++) {
    const x = -5 + ((px + 0.5 - margin) / (WIDTH - 2 * margin)) * 10
    const value = formula(x)
    const at = HEIGHT - foot - ((value - y[0]) / (y[1] - y[0])) * (HEIGHT - head - foot)
    // At the jump the line is broken off.
    if (Math.abs(x) < 0.05) continue
    expect(isPainted(px, Math.floor(at)), `at ${x}`).toBe(true)
    for (let py = 0; py < HEIGHT; py++)
      if (Math.abs(py + 0.5 - at) > 8) expect(isPainted(px, py), `${px}, ${py}`).toBe(false)
    checked++
  }
  expect(checked).toBeGreaterThan(430)
})
