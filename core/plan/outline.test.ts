import { expect, test } from 'vitest'
import { kindOfLine, parseOutline } from './outline.ts'

const shape = (text: string): string =>
  parseOutline(text)
    .lines.map(({ title, depth }) => `${depth}${title}`)
    .join(' ')

test.each([
  ['tabs', 'Unit\n\tLesson\n\t\tPage\n\tLesson 2', '0Unit 1Lesson 2Page 1Lesson 2'],
  ['uneven spaces', 'a\n   b\n     c\n   d\ne', '0a 1b 2c 1d 0e'],
  ['bullets and numbers', '1. a\n  - b\n    * c\n  • d\n2) e\n(3) f', '0a 1b 2c 1d 0e 0f'],
  ['blank lines and Windows line ends', 'a\r\n\r\n  b\r\n', '0a 1b'],
  ['an outline that begins indented', '    a\n      b', '0a 1b'],
])('%s', (_name, text, expected) => expect(shape(text)).toBe(expected))

test('twelve levels are flattened to three, and told', () => {
  const { lines, notes } = parseOutline(
    Array.from({ length: 12 }, (_, depth) => `${' '.repeat(depth)}level ${depth}`).join('\n'),
  )
  expect(lines.map(({ depth }) => depth)).toEqual([0, 1, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2])
  expect(notes).toEqual(['9 lines were nested deeper than unit, lesson, item; they became items of the lesson above.'])
})

test('a title of 10,000 characters is cut, and told', () => {
  const { lines, notes } = parseOutline('x'.repeat(10_000))
  expect(lines[0]!.title).toHaveLength(300)
  expect(notes).toHaveLength(1)
})

test.each([
  ['Discussion: What do you own?', { kind: 'discussion', title: 'What do you own?' }],
  ['Web link: https://walls.example/a', { kind: 'link', title: 'walls.example', address: 'https://walls.example/a' }],
  ['Diary – http://walls.example', { kind: 'link', title: 'Diary', address: 'http://walls.example' }],
  ['Page: see https://walls.example', { kind: 'page', title: 'see https://walls.example' }],
  ['Tools: a warning', { title: 'Tools: a warning' }],
  ['Note:', { title: 'Note:' }],
  ['Book:x', { title: 'Book:x' }],
])('%s says what it is', (words, expected) => expect(kindOfLine(words)).toEqual(expected))

test('under a book two more levels stand, and no more', () => {
  expect(shape('U\n L\n  Book: B\n   Part: P\n    C\n     D\n  Q')).toBe('0U 1L 2B 3P 4C 4D 2Q')
  expect(parseOutline('U\n Book: B\n  C\n   D\n    E').notes).toHaveLength(1)
})

test.each([
  ['•\tTools\no\tHammer\no\tLine', ['Tools', 'Hammer', 'Line']],
  ['·  Tools\n   o  Hammer\n   §  Line', ['Tools', 'Hammer', 'Line']],
  ['• Tools\n  o Hammer', ['Tools', 'Hammer']],
  // "o" is a word in some languages: alone, with one space, it stays.
  ['o livro\no muro', ['o livro', 'o muro']],
  ['o\tHammer', ['Hammer']],
])('bullets of word processors are taken off: %j', (text, titles) =>
  expect(parseOutline(text).lines.map(({ title }) => title)).toEqual(titles),
)
