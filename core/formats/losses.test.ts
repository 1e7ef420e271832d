import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { type Book, fileName, numbered, numberedHeading } from './book.ts'
import { countNotes } from './imported.ts'
import { lossesOf } from './losses.ts'

const page = readPage(
  '<h1>All</h1><div data-piece="question" data-question="q"></div><iframe data-piece="html" srcdoc="x" title="t"></iframe><iframe data-piece="player" src="https://video.example/e/1" title="A film" width="640" height="360"></iframe><div data-piece="practice"><div data-part="prompt"><p>?</p></div><div data-part="answer" data-right="yes"><p>y</p></div></div>',
).page
const book: Book = {
  identifier: 'urn:x',
  language: 'en',
  direction: 'ltr',
  authors: [],
  modified: '2026-11-25T21:00:00Z',
  opening: page,
  parts: [{ title: null, chapters: [{ id: 'c', number: '1', page }] }],
  pictures: new Map(),
}

test('each format says what of a book it does not carry, and how often; what is gone first', () => {
  const said = Object.fromEntries(
    (['epub', 'pdf', 'web', 'markdown'] as const).map((format) => [
      format,
      lossesOf(book, format, 0).map(({ message, count }) => `${message.split(' ').slice(0, 4).join(' ')} ${count}`),
    ]),
  )
  expect(said).toEqual({
    epub: ['Questions of the bank 2', 'A practice question shows 2', 'An HTML piece runs 2', 'A player of another 2'],
    pdf: ['Questions of the bank 2', 'A practice question shows 2', 'An HTML piece runs 2', 'A player of another 2'],
    web: ['Questions of the bank 2', 'A practice question has 2', 'A player of another 2'],
    markdown: [],
  })
  expect(lossesOf({ ...book, opening: readPage('<h1>T</h1><p>x').page, parts: [] }, 'epub', 3)).toEqual([
    { type: 'left out', message: 'A picture could not be read; its alternative text stands in its place.', count: 3 },
  ])
})

test('names of files hold letters of any script, and nothing that a path could mean', () => {
  expect(
    ['../../etc/passwd', 'A “wall” & more', 'جدار 石', '', '///', 'é'.normalize('NFD'), 'x'.repeat(200)].map(fileName),
  ).toEqual(['etc-passwd', 'A-wall-more', 'جدار-石', 'untitled', 'untitled', 'é', 'x'.repeat(60)])
  expect(numbered({ id: 'c', number: '', page })).toBe('All')
  expect(numberedHeading({ id: 'c', number: '2', page: readPage('<h1>A &lt;b&gt;</h1>').page })).toBe(
    '<span class="number">2 </span>A &lt;b&gt;',
  )
})

test('the same note is told once, with its count; what was recognised is no news', () => {
  expect(
    countNotes([
      { type: 'left out', message: 'a' },
      { type: 'changed', message: 'a' },
      { type: 'left out', message: 'a' },
      { type: 'recognised', message: 'b' },
    ]),
  ).toEqual([
    { type: 'left out', message: 'a', count: 2 },
    { type: 'changed', message: 'a', count: 1 },
  ])
})
