import { beforeEach, expect, test, vi } from 'vitest'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { drawAhead } from './set-graphs.ts'
import { shownGraph } from './shown.ts'

vi.mock(import('./shown.ts'), async (original) => {
  const real = await original()
  return { ...real, shownGraph: vi.fn(real.shownGraph) }
})
const drawn = vi.mocked(shownGraph)
beforeEach(() => void drawn.mockClear())

const graph = (functions: string, more = ''): string =>
  `<figure data-piece="graph" data-functions="${functions}" ${more}></figure>`
const stepsOf = (drawing: Iterator<void>): number => {
  let steps = 0
  while (!drawing.next().done) steps++
  return steps
}

test('what is drawn ahead is not drawn again when the page is rendered, wherever it stands and however it is set', () => {
  const { page } = readPage(
    `<h1>T</h1>${graph('x^2')}<div data-piece="box">${graph('1/x', 'data-x="5 -5" data-alt="A &quot;curve&quot;"')}</div>` +
      graph('sin(x)', 'data-x="nonsense" data-y="-1 1" data-x-name=" t " data-grid="no"'),
  )
  expect(stepsOf(drawAhead(page))).toBe(3)
  expect(drawn).toHaveBeenCalledTimes(3)
  const { segments } = renderPage(page)
  expect(drawn).toHaveBeenCalledTimes(3)
  expect(JSON.stringify(segments).match(/graph-axes/g)).toHaveLength(3)
})

test('no more is drawn ahead than is drawn', () => {
  const { page } = readPage(
    `<h1>T</h1>${Array.from({ length: 150 }, (_, at) => graph(`sin(${at}x) + tan(x) + cos(8x)&#10;x^3`)).join('')}`,
  )
  const steps = stepsOf(drawAhead(page))
  expect(steps).toBeGreaterThan(10)
  expect(steps).toBeLessThan(150)
  renderPage(page)
  expect(drawn).toHaveBeenCalledTimes(steps)
})
