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

test('words that begin so come before those that only hold it; what else is said counts by its words', () => {
  const tools = [
    { name: 'Paragraph', help: 'Plain words' },
    { name: 'Sign out', help: 'Of this browser' },
    { name: 'The graph below', help: '' },
    { name: 'Table', help: 'Rows and columns' },
    { name: 'Graph of a function', help: '' },
  ]
  const named = (typed: string): string[] =>
    ranked(tools, typed, { title: ({ name }) => name, more: ({ help }) => help }, 9).map(({ name }) => name)
  expect(named('graph')).toEqual(['Graph of a function', 'The graph below', 'Paragraph'])
  expect(named('row')).toEqual(['Table'])
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
