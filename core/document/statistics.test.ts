import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { plainText } from './plain-text.ts'
import { statistics } from './statistics.ts'

const count = (html: string): ReturnType<typeof statistics> => statistics(readPage(html).page)

// Word boundaries as in UAX #29 (Unicode Text Segmentation), table "sample": can't and 32.3 are one word each.
test.each([
  ['<h1>Not counted</h1><p>The quick (“brown”) fox can’t jump 32.3 feet, right?</p>', 9],
  ['<p>one<br>two</p>', 2],
  ['<ul><li>one<ul><li>two</li></ul></li></ul><table><tr><td>three</table>', 3],
  ['<p>هذا جدار حجري</p>', 3],
  ['<p>— … 🪨</p>', 0],
  ['<p>fr<span id="x"></span>ost</p>', 1],
  ['', 0],
])('%s has %d words', (html, words) => expect(count(html).words).toBe(words))

test('characters are counted as people count them, minutes are never less than one for words', () => {
  expect(count('<p>a🪨é</p>')).toEqual({ words: 2, characters: 3, minutes: 1 })
  expect(count(`<p>${'word '.repeat(1190)}</p>`).minutes).toBe(5)
  expect(count('').minutes).toBe(0)
})

test('one paragraph of very many words is counted, whether or not there is a space in it', () => {
  expect(count(`<p>${'word '.repeat(300_000)}</p>`).words).toBe(300_000)
  expect(count(`<p>${'石墙。'.repeat(50_000)}</p>`).words).toBeGreaterThan(50_000)
})

test('the words of a page, a text block a line', () => {
  expect(plainText(readPage('<h1>T</h1><p>a <b>b</b></p><ul><li>c<li>d</ul><p>e<br>f</p>').page)).toBe(
    'T\na b\nc\nd\ne\nf',
  )
})
