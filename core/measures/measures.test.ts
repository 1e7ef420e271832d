import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
import { adviceOnPage } from './advice.ts'
import { measuresOf } from './measures.ts'

const pageOf = (html: string) => readPage(`<h1>T</h1>${html}`).page
const words = (count: number): string => Array.from({ length: count }, (_, at) => `w${at}`).join(' ')
const para = (count: number): string => `<p>${words(count)}</p>`
const tabs = (...sizes: number[]): string =>
  `<div data-piece="tabs">${sizes.map((size, at) => `<section><h2>P${at}</h2>${para(size)}</section>`).join('')}</div>`
const said = (html: string): string[] => adviceOnPage(pageOf(html)).map(({ message }) => message)

test('what is folded away is counted: all tabs but the first, closed parts, reveals, the backs of cards', () => {
  const hidden = (html: string): number => measuresOf(pageOf(html)).hidden
  expect(hidden(tabs(10, 20, 30))).toBe(50)
  const accordion = tabs(10, 20).replace('data-piece="tabs"', 'data-piece="accordion" data-starts="first"')
  expect(hidden(accordion)).toBe(20)
  expect(hidden(accordion.replace('first', 'all'))).toBe(0)
  expect(hidden(accordion.replace(' data-starts="first"', ''))).toBe(30)
  expect(hidden(`<details><summary>More</summary>${para(7)}</details>`)).toBe(7)
  expect(hidden(tabs(5, 6).replace('data-piece="tabs"', 'data-piece="cards" data-turned="yes"'))).toBe(11)
  expect(hidden(`${para(4)}<div data-piece="box">${tabs(1, 2)}</div>`)).toBe(2)
})

test('a page fills more screens of a phone, and folded words fill none', () => {
  const open = measuresOf(pageOf(para(2000))).screens
  expect(open.phone).toBeGreaterThan(open.computer)
  expect(measuresOf(pageOf(tabs(10, 2000))).screens.phone).toBe(1)
  expect(measuresOf(pageOf('')).screens).toEqual({ phone: 1, computer: 1 })
})

test.each([
  ['one tab', tabs(20), 'One tab alone'],
  ['nine tabs', tabs(...Array.from({ length: 9 }, () => 9)), '9 tabs do not stand in one line'],
  ['unequal parts', tabs(200, 10, 10), 'Part 1 holds'],
  ['a long carousel', tabs(90, 90).replace('"tabs"', '"carousel"'), 'Few students go past'],
  ['much that is hidden', tabs(100, 120, 120), '70% of the words are folded away'],
  ['unbroken text', para(200) + para(200), '400 words without a heading'],
  ['a long page', Array.from({ length: 20 }, () => `<h2>x</h2>${para(300)}`).join(''), 'Some 25 minutes'],
  [
    'pieces in pieces',
    `<div data-piece="box"><div data-piece="box"><div data-piece="box"><div data-piece="box"><p>a</p></div></div></div></div>`,
    'Pieces stand 4 deep',
  ],
])('%s is told', (_name, html, message) => {
  expect(said(html).join('\n')).toContain(message)
})

test('what is as it should be is not spoken of', () => {
  expect(said(`${para(100)}<h2>A</h2>${para(300)}<ul><li>a</li></ul>${para(300)}${tabs(40, 50, 60)}`)).toEqual([])
})

test('on any page: measures are possible, and advice leads to a place of the page', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const measures = measuresOf(page)
      expect(measures.hidden).toBeLessThanOrEqual(measures.words)
      expect(measures.screens.phone).toBeGreaterThanOrEqual(1)
      for (const { position } of adviceOnPage(page, measures))
        if (position !== null) expect(page.nodeAt(position)).not.toBeNull()
    }),
    { numRuns: 100 },
  )
})
