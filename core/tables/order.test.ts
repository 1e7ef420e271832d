import { expect, test } from 'vitest'
import { dateIn, numberIn, orderOf, sorted } from './order.ts'

test.each([
  ['2.3', 'en', 2.3],
  ['1,234.5 kg', 'en', 1234.5],
  ['1.234,5 kg', 'de', 1234.5],
  ['1 234,5', 'fr', 1234.5],
  ['£ 40', 'en-GB', 40],
  ['−7 °C', 'en', -7],
  ['- 7', 'en', -7],
  ['١٬٢٣٤٫٥', 'ar-EG', 1234.5],
  ['3, 4 and 5', 'en', 3],
  ['12.5.2', 'en', 12.5],
  ['about', 'en', null],
  ['', 'en', null],
])('%s in %s is the number %s', (words, language, number) => expect(numberIn(words, language)).toBe(number))

const day = (iso: string): number => Date.parse(`${iso}T00:00:00Z`)

test.each([
  ['2026-11-28', 'en', day('2026-11-28')],
  ['28.11.2026', 'de', day('2026-11-28')],
  ['11/28/2026', 'en-US', day('2026-11-28')],
  ['28/11/2026', 'en-GB', day('2026-11-28')],
  ['2026/11/28', 'en', day('2026-11-28')],
  ['3 March 2026', 'en', day('2026-03-03')],
  ['March 3, 2026', 'en-US', day('2026-03-03')],
  ['März 2026', 'de', day('2026-03-01')],
  ['31.02.2026', 'de', null],
  ['2.3', 'en', null],
  ['a wall of 2026 stones', 'en', null],
])('%s in %s is the day %s', (words, language, number) => expect(dateIn(words, language)).toBe(number))

test('what a column is put in order by is seen from what it holds', () => {
  expect(orderOf(['1', '12 kg', ''], 'en')).toBe('number')
  expect(orderOf(['2026-01-01', '3 March 2026'], 'en')).toBe('date')
  expect(orderOf(['Room 2', 'Room 10'], 'en')).toBe('text')
  expect(orderOf(['', ''], 'en')).toBe('text')
})

const inOrder = (cells: readonly string[], order: 'text' | 'number' | 'date', language = 'en', isDescending = false) =>
  sorted(cells, { order, language, isDescending }).map((at) => cells[at])

test('text goes as its language has it, numbers in it by their size, what is empty comes last both ways', () => {
  expect(inOrder(['zebra', 'Äpfel', '', 'Apfel'], 'text', 'de')).toEqual(['Apfel', 'Äpfel', 'zebra', ''])
  expect(inOrder(['zebra', 'äpple', 'orm'], 'text', 'sv')).toEqual(['orm', 'zebra', 'äpple'])
  expect(inOrder(['Room 10', 'Room 2'], 'text')).toEqual(['Room 2', 'Room 10'])
  expect(inOrder(['b', '', 'a'], 'text', 'en', true)).toEqual(['b', 'a', ''])
  expect(inOrder(['10', 'none', '9', '9.5'], 'number')).toEqual(['9', '9.5', '10', 'none'])
  expect(inOrder(['1 May 2026', '2 April 2026'], 'date')).toEqual(['2 April 2026', '1 May 2026'])
})

test('equal ones keep their order', () => {
  const cells = ['same', 'same', 'first']
  expect(sorted(cells, { order: 'text', language: 'en', isDescending: false })).toEqual([2, 0, 1])
  expect(sorted(cells, { order: 'text', language: 'en', isDescending: true })).toEqual([0, 1, 2])
})
