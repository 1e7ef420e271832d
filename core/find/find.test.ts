import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
import { findIn, linesOf, MOST_MATCHES, type Put, type Query, replacementFor } from './find.ts'

const query = (words: string, options: Partial<Query> = {}): Query => ({
  words,
  isCase: false,
  isWhole: false,
  isPattern: false,
  ...options,
})
const page = readPage(
  '<h1>Walls</h1><p>A <b>wa</b>ll, a Wall<br>and walls: 3+4 (a.b)</p><ul><li>wall-top</li></ul><p>STRASSE straße</p>',
).page
const words = (asked: Query): string[] =>
  findIn(linesOf(page), asked).map(({ from, to }) => page.textBetween(from, to, '|', '|'))

test('words are found across marks, in any block, by case, as whole words', () => {
  expect(words(query('wall'))).toEqual(['Wall', 'wall', 'Wall', 'wall', 'wall'])
  expect(words(query('wall', { isCase: true }))).toEqual(['wall', 'wall', 'wall'])
  expect(words(query('wall', { isWhole: true }))).toEqual(['wall', 'Wall', 'wall'])
  expect(words(query('Walland'))).toEqual([])
  expect(words(query('')).length).toBe(0)
})

test('signs of patterns are plain where no pattern is asked for', () => {
  expect(words(query('3+4 (a.b)'))).toEqual(['3+4 (a.b)'])
  expect(words(query('wall-'))).toEqual(['wall-'])
  expect(words(query('a.l', { isPattern: true }))).toEqual(['all', 'all', 'all', 'all', 'all'])
  expect(words(query('x*', { isPattern: true }))).toEqual([])
  expect(() => words(query('(', { isPattern: true }))).toThrow(SyntaxError)
})

test('groups go into what takes their place', () => {
  const [match] = findIn(linesOf(page), query('(\\d)\\+(\\d)', { isPattern: true }))
  const put = (words: string): Put => ({ words, keepsCapitals: true })
  const pattern = query('', { isPattern: true })
  expect(replacementFor(match!, put('$2 plus $1 = $& for $$5$9'), pattern)).toBe('4 plus 3 = 3+4 for $5')
  expect(replacementFor(match!, put('$1'), query(''))).toBe('$1')
})

test('what takes a place has capitals as what stood there, unless capitals were looked for or it is not wanted', () => {
  const match = (words: string) => ({ from: 1, to: 2, groups: [words] })
  const put = (found: string, words: string, keepsCapitals = true, asked = query('')): string =>
    replacementFor(match(found), { words, keepsCapitals }, asked)
  expect(put('Throughs', 'through stones')).toBe('Through stones')
  expect(put('throughs', 'Ties')).toBe('Ties')
  expect(put('THROUGHS', 'ties, éclats')).toBe('TIES, ÉCLATS')
  expect(put('A', 'one')).toBe('One')
  expect(put('1 A', 'one a')).toBe('one a')
  expect(put('جدار', 'wall')).toBe('wall')
  expect(put('Throughs', 'ties', false)).toBe('ties')
  expect(put('Throughs', 'ties', true, query('', { isCase: true }))).toBe('ties')
})

test('whatever is found stands where it is said to stand', () => {
  fc.assert(
    fc.property(anyPage, fc.constantFrom('a', '<b>', '&', 'جدار', '🪨', '  '), (any, asked) => {
      for (const { from, to } of findIn(linesOf(any), query(asked)))
        expect(any.textBetween(from, to, '|', '|').toLowerCase()).toBe(asked.toLowerCase())
    }),
    { numRuns: 60 },
  )
})

test('no more are found than anybody goes through', () => {
  const long = readPage(`<p>${'a '.repeat(MOST_MATCHES + 50)}</p>`).page
  expect(findIn(linesOf(long), query('a')).length).toBe(MOST_MATCHES)
})
