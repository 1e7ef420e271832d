import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { mapShelfItems, shelfItemsOf } from '../document/shelf-items.ts'
import { schema } from '../document/schema.ts'
import { readPage } from '../html/read.ts'
import { proof } from '../proof/proof.ts'
import { printSource } from '../source/print.ts'
import { blanksOf, fillBlanks, renameBlanks } from './blanks.ts'
import { forOtherCourse } from './other-course.ts'

const page = (html: string): ReturnType<typeof readPage>['page'] => readPage(`<h1>T</h1>${html}`).page
const source = (of: ReturnType<typeof readPage>['page']): string =>
  printSource(of)
    .html.replace(/^<h1>T<\/h1>\n/, '')
    .trim()

const DIARY =
  '<p>At <span data-blank="Site">High <b>Tarn</b></span> on <span data-blank="Day">12 March</span>.</p><ul><li>Back to <span data-blank="Site">High Tarn</span></li></ul>'

test('the blanks of a page are found once each, with what stands there', () => {
  expect(blanksOf(page(DIARY))).toEqual([
    { name: 'Site', example: 'High Tarn' },
    { name: 'Day', example: '12 March' },
  ])
  expect(blanksOf(page('<p><span data-blank="">a word</span></p>'))).toEqual([{ name: 'a word', example: 'a word' }])
})

test('a blank that is filled is plain text everywhere; one that is not keeps its example and is found by the proof', () => {
  const made = fillBlanks(page(DIARY), new Map([['Site', ' Low Moss ']]))
  expect(source(made)).toBe(
    '<p>At Low Moss on <span data-blank="Day" data-open="yes">12 March</span>.</p>\n<ul>\n  <li>Back to Low Moss</li>\n</ul>',
  )
  expect(
    proof(made)
      .filter(({ rule }) => rule === 'open-blank')
      .map(({ message }) => message),
  ).toEqual(['“12 March” is the template’s example for “Day”.'])
  expect(proof(page(DIARY)).filter(({ rule }) => rule === 'open-blank')).toEqual([])
})

test('blanks are called otherwise in the template alone', () => {
  const before = page(DIARY)
  expect(blanksOf(renameBlanks(before, new Map([['Site', 'Where']]))).map(({ name }) => name)).toEqual(['Where', 'Day'])
  expect(blanksOf(before)[0]!.name).toBe('Site')
})

test('generated pages: filling everything leaves no blank and a page that checks', () => {
  fc.assert(
    fc.property(anyPage, (any) => {
      const made = fillBlanks(any, new Map(blanksOf(any).map(({ name }) => [name, 'x'])))
      made.check()
      expect(blanksOf(made)).toEqual([])
      expect(blanksOf(fillBlanks(any, new Map())).map(({ name }) => name)).toEqual(
        blanksOf(any).map(({ name }) => name),
      )
    }),
    { numRuns: 150 },
  )
})

test('for another course: questions of the bank and links into the old course stay behind, with a note', () => {
  const { page: moved, notes } = forOtherCourse(
    page(
      '<p><a href="elsewhere">there</a> <a href="#here">here</a> <a href="https://a.example/">web</a></p><div data-piece="question" data-question="q1"></div>',
    ),
  )
  expect(source(moved)).toBe('<p>there <a href="#here">here</a> <a href="https://a.example/">web</a></p>')
  expect(notes).toEqual([
    '1 question of the bank stays in the course it came from.',
    '1 link to a page of that course became plain words.',
  ])
  fc.assert(
    fc.property(anyPage, (any) => void forOtherCourse(any).page.check()),
    { numRuns: 150 },
  )
})

test('pictures stand for others; one that is gone leaves its words', () => {
  const before = page(
    '<figure data-piece="picture"><img src="/files/a/480" width="10" height="10" alt="A wall"><figcaption>in snow</figcaption></figure><figure data-piece="picture"><img src="/files/b/480" width="10" height="10" alt="B"></figure>',
  )
  expect(shelfItemsOf(before)).toEqual(['a', 'b'])
  const after = mapShelfItems(before, (item) => (item === 'b' ? { item: 'c', width: 20, height: 30 } : null))
  expect(shelfItemsOf(after)).toEqual(['c'])
  expect(after.child(1).textContent).toBe('A wall – in snow')
  // Labels without their picture are words beneath each other.
  const labelled = page(
    '<div data-piece="labelled-picture"><figure data-piece="picture"><img src="/files/a/480" width="10" height="10" alt="A wall"></figure><section data-part="label"><p data-part="title">Cope</p><p>The lid.</p></section></div>',
  )
  expect(mapShelfItems(labelled, () => null).children.map(({ textContent }) => textContent)).toEqual([
    'T',
    'A wall',
    'Cope',
    'The lid.',
  ])
  fc.assert(
    fc.property(anyPage, (any) => void schema.nodeFromJSON(mapShelfItems(any, () => null).toJSON()).check()),
    { numRuns: 150 },
  )
})
