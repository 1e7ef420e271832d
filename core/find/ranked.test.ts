import { expect, test } from 'vitest'
import { ranked } from './ranked.ts'

const things = [
  { name: 'Footings', help: 'What a wall stands on' },
  { name: 'A wall in section', help: '' },
  { name: 'Wall ends', help: '' },
  { name: 'Ménage', help: '' },
]
const found = (typed: string, most = 10): string[] =>
  ranked(things, typed, { title: ({ name }) => name, more: ({ help }) => help }, most).map(({ name }) => name)

test('titles that begin with it come first, then those that hold it, then what is told of it', () => {
  expect(found('wall')).toEqual(['Wall ends', 'A wall in section', 'Footings'])
  expect(found('wall', 2)).toEqual(['Wall ends', 'A wall in section'])
})

test('every word has to be there, in any order, without case and accents', () => {
  expect(found('SECTION wall')).toEqual(['A wall in section'])
  expect(found('foot stands')).toEqual(['Footings'])
  expect(found('menage')).toEqual(['Ménage'])
  expect(found('wall gate')).toEqual([])
})

test('nothing typed finds nothing', () => {
  expect(found('')).toEqual([])
  expect(found('  ')).toEqual([])
})
