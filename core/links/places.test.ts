import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { normalise } from '../document/normalise.ts'
import { isA } from '../kinds/facts.ts'
import { placesOfPage } from './places.ts'

test('headings have the names that they have where the page is published', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const settled = normalise(page).reduce((now, step) => step.apply(now).doc!, page)
      const told = placesOfPage(settled).filter(({ sort, title }) => sort === 'heading' && title !== '')
      let named = 0
      settled.descendants(
        (node) => void (isA(node, 'part', 'reveal') && node.attrs.id && node.textContent !== '' && named++),
      )
      const published = renderPage(settled).headings.map(({ id }) => id)
      // A part that has a name is told by it alone.
      const places = new Set(told.map(({ place }) => place))
      expect(published.filter((id) => places.has(id))).toEqual(told.map(({ place }) => place))
      expect(published.length - told.length).toBeLessThanOrEqual(named)
    }),
    { numRuns: 150 },
  )
})

test('places are told in their order, with what an author knows them by', () => {
  const { page } = readPage(
    '<h1>A</h1><h2>Frost</h2><h2 id="frost">Cold</h2><p>x<span id="bites" data-name="It bites"></span></p><p><span id="bare"></span></p><details id="more"><summary>More of it</summary><p>x</p></details><h3></h3><details data-piece="pop-up"><summary>Frost</summary><p>x</p></details>',
  )
  expect(placesOfPage(page).map(({ place, title, sort, isNamed }) => [place, title, sort, isNamed])).toEqual([
    ['frost-2', 'Frost', 'heading', false],
    ['frost', 'Cold', 'heading', true],
    ['bites', 'It bites', 'named place', true],
    ['bare', 'bare', 'named place', true],
    ['more', 'More of it', 'piece', true],
    ['part', '', 'heading', false],
    ['frost-3', 'Frost', 'piece', false],
  ])
})
