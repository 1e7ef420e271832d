import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../../test/shared/pages.ts'
import { normalise } from '../../document/normalise.ts'
import { readPage } from '../../html/read.ts'
import { renderPage } from '../../html/render.ts'
import { fillSlots } from '../../html/slots.ts'
import { writePage } from '../../html/write.ts'
import { linksOf } from '../../links/links-of.ts'
import { placesOfPage } from '../../links/places.ts'
import { numberedEquations } from './numbers.ts'

const equation = (tex: string, id = ''): string =>
  `<div data-piece="equation" data-numbered="yes"${id && ` id="${id}"`}>${tex}</div>`
const normalised = (html: string) => {
  const { page } = readPage(`<h1>T</h1>${html}`)
  return normalise(page).reduce((now, step) => step.apply(now).doc!, page)
}
const links = (html: string): string[] => linksOf(normalised(html)).map(({ words }) => words)

test('equations have the numbers with which they are published', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const published = fillSlots(renderPage(page).segments, () => '')
      const numbers = [...published.matchAll(/class="equation-number">\((\d+)\)</g)].map(([, number]) => Number(number))
      expect(numberedEquations(page).map(({ number }) => number)).toEqual(numbers)
    }),
    { numRuns: 300 },
  )
})

test('the number in a link follows its equation; other words, and links elsewhere, stay', () => {
  const text =
    '<p>By <a href="#b"><b>(1)</b></a>, <a href="#b">the second</a>, <a href="#c">(1)</a>, <a href="x#b">(1)</a>, (1).</p>'
  expect(links(`${equation('a', 'a')}${text}${equation('b', 'b')}`)).toEqual(['(2)', 'the second', '(1)', '(1)'])
  const page = normalised(`${equation('a', 'a')}${text}${equation('b', 'b')}`)
  expect(writePage(page, 'source')).toContain('<a href="#b"><strong>(2)</strong></a>')
  // One that is taken out leaves the words as they were: the proof tells of links that lead nowhere.
  expect(links(`<p><a href="#b">(2)</a></p>${equation('a', 'a')}`)).toEqual(['(2)'])
})

test('numbered equations are places, by number and formula; headings have their names first', () => {
  const { page } = readPage(`<h1>T</h1>${equation('E = mc^2')}${equation('x', 'own')}<h2>Equation</h2>`)
  expect(placesOfPage(page).map(({ place, title, words, isNamed }) => [place, title, words, isNamed])).toEqual([
    ['equation-2', 'Equation (1): E = mc^2', '(1)', false],
    ['own', 'Equation (2): x', '(2)', true],
    ['equation', 'Equation', undefined, false],
  ])
})
