import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { problemAfter } from '../document/check.ts'
import { schema } from '../document/schema.ts'
import { findIn, linesOf } from '../find/find.ts'
import { readPage } from '../html/read.ts'
import { type Place, replaceWords, standingPlaces, takeBack } from './places.ts'

const pageOf = (html: string): Node => readPage(`<h1>Walls</h1>${html}`).page
const placesOf = (page: Node, words: string, put: string): Place[] =>
  findIn(linesOf(page), { words, isCase: false, isWhole: false, isPattern: false }).map((match) => ({ ...match, put }))
const written = (page: Node): string => page.textBetween(0, page.content.size, '|', '*')

test('words take the marks of the first of those whose place they take', () => {
  const page = pageOf('<p>A <b>wa</b>ll and a <a href="https://a.example">wall</a></p>')
  const { doc } = replaceWords(new Transform(page), placesOf(page, 'wall', 'dyke').slice(1))
  expect(doc.eq(pageOf('<p>A <b>dyke</b> and a <a href="https://a.example">dyke</a></p>'))).toBe(true)
})

test('words in notes are replaced there', () => {
  const page = pageOf('<p>A wall<span role="doc-footnote">of dry wall</span>.</p>')
  const { doc } = replaceWords(new Transform(page), placesOf(page, 'wall', '').slice(1))
  expect(written(doc)).toBe('Walls|A of dry .')
})

test('places whose words others have changed since are left out, others are found where they stand by now', () => {
  const page = pageOf('<p>wall one, wall two, wall three</p>')
  const others = new Transform(page).insert(8, schema.text('The ')).insert(23, schema.text('x'))
  const { places, leftOut } = standingPlaces(page, placesOf(page, 'wall ', 'dyke '), others.mapping.maps, others.doc)
  expect(leftOut).toBe(1)
  expect(written(replaceWords(new Transform(others.doc), places).doc)).toBe('Walls|The dyke one, wxall two, dyke three')
})

test('places that nobody has checked take nothing else away', () => {
  const page = pageOf('<p>one</p><p>two</p>')
  const places = [
    { from: 2, to: 12, put: 'x' },
    { from: 5, to: 5, put: 'x' },
    { from: 9, to: 3, put: 'x' },
    { from: 1, to: 4_000_000, put: 'x' },
  ]
  expect(standingPlaces(page, places, [], page)).toEqual({ places: [], leftOut: 4 })
})

test('what was replaced is taken back with the marks it had; what was written over since stays', () => {
  const page = pageOf('<p>A <b>wa</b>ll; walls; a wall.</p>')
  const replaced = replaceWords(new Transform(page), placesOf(page, 'wall', 'dyke').slice(1))
  expect(takeBack(page, replaced.steps, [], replaced.doc).leftOut).toBe(0)
  const others = new Transform(replaced.doc).insert(8, schema.text('New. ')).insert(31, schema.text('-'))
  expect(written(others.doc)).toBe('Walls|New. A dyke; dykes; a d-yke.')
  const back = takeBack(page, replaced.steps, others.mapping.maps, others.doc)
  expect(back).toMatchObject({ restored: 2, leftOut: 1 })
  const { doc } = back.steps.reduce((all, step) => all.step(step), new Transform(others.doc))
  expect(doc.eq(pageOf('<p>New. A <b>wa</b>ll; walls; a d-yke.</p>'))).toBe(true)
})

test('neighbours that were taken away come back in their order', () => {
  const page = pageOf('<p>ab ab ab x <i>ab</i>ab</p>')
  for (const put of ['', 'c']) {
    const replaced = replaceWords(new Transform(page), placesOf(page, 'ab', put))
    const { steps } = takeBack(page, replaced.steps, [], replaced.doc)
    expect(steps.reduce((all, step) => all.step(step), new Transform(replaced.doc)).doc.eq(page)).toBe(true)
  }
})

test('any page, any words: replaced and taken back it is what it was, whatever others did it is a page', () => {
  fc.assert(
    fc.property(
      anyPage,
      fc.constantFrom('a', 'e ', '<b>', '石'),
      fc.constantFrom('', 'o', 'long words', '🪨'),
      fc.nat(),
      (page, words, put, seed) => {
        const random = new Random(seed)
        const asked = placesOf(page, words, put)
        const others = new Transform(page)
        for (const step of randomEdit(page, random, () => 'z')?.steps ?? []) others.step(step)
        const { places, leftOut } = standingPlaces(page, asked, others.mapping.maps, others.doc)
        expect(places.length + leftOut).toBe(asked.length)
        const replaced = replaceWords(new Transform(others.doc), places)
        expect(problemAfter(replaced.doc, replaced.steps)).toBe(null)
        const back = takeBack(others.doc, replaced.steps, [], replaced.doc)
        expect(back.leftOut).toBe(0)
        const { doc } = back.steps.reduce((all, step) => all.step(step), new Transform(replaced.doc))
        expect(doc.eq(others.doc)).toBe(true)
        const later = new Transform(replaced.doc)
        for (const step of randomEdit(later.doc, random, () => 'z')?.steps ?? []) later.step(step)
        const late = takeBack(others.doc, replaced.steps, later.mapping.maps, later.doc)
        const end = late.steps.reduce((all, step) => all.step(step), new Transform(later.doc))
        expect(problemAfter(end.doc, late.steps)).toBe(null)
      },
    ),
    { numRuns: 150, endOnFailure: true },
  )
})
