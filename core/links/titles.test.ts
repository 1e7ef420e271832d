import { Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { replaceWords } from '../replace/places.ts'
import { linksWithTitle } from './titles.ts'

/** The paragraph after the page’s title, when “Gates” under `gates` has become something else. */
function followed(html: string, now = 'Gates and stiles', before = 'Gates'): string {
  const { page } = readPage(`<h1>A</h1>${html}`)
  const { doc } = replaceWords(new Transform(page), linksWithTitle(page, 'gates', before, now))
  return writePage(doc, 'source').split('\n').slice(1).join('\n').trim()
}

test.each([
  ['the title alone', '<a href="gates">Gates</a>', '<a href="gates">Gates and stiles</a>'],
  ['with a place in it', '<a href="gates#latch">Gates</a>', '<a href="gates#latch">Gates and stiles</a>'],
  ['in other type', '<a href="gates">Ga<strong>tes</strong></a>', '<a href="gates">Gates and stiles</a>'],
  [
    'twice',
    '<a href="gates">Gates</a>, <a href="gates">Gates</a>',
    '<a href="gates">Gates and stiles</a>, <a href="gates">Gates and stiles</a>',
  ],
])('a link follows: %s', (_name, before, after) => {
  expect(followed(`<p>See ${before}.</p>`)).toBe(`<p>See ${after}.</p>`)
})

test.each([
  ['other words', '<a href="gates">the gates</a>'],
  ['another page', '<a href="fences">Gates</a>'],
  ['the web', '<a href="https://gates.example">Gates</a>'],
  ['no link', 'Gates'],
  ['more than words', '<a href="gates">Gates<span data-piece="equation">x</span></a>'],
])('words stay: %s', (_name, words) => {
  expect(followed(`<p>See ${words}.</p>`)).toBe(`<p>See ${words}.</p>`)
})

test('nothing follows to a title that is empty, or from one that was', () => {
  expect(followed('<p><a href="gates">Gates</a></p>', ' ')).toBe('<p><a href="gates">Gates</a></p>')
  expect(followed('<p><a href="gates">Gates</a></p>', 'Stiles', '')).toBe('<p><a href="gates">Gates</a></p>')
})
