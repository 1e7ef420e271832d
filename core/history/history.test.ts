import { expect, test } from 'vitest'
import type { Node } from 'prosemirror-model'
import { readPage } from '../html/read.ts'
import { compare } from './compare.ts'
import { changeBetween, inWords } from './describe.ts'

const page = (html: string): Node => readPage(html).page

test.each([
  ['<h1>T</h1><p>one</p>', '<h1>T</h1><p>one two three</p>', 'wrote 2 words'],
  ['<h1>T</h1><p>one two</p>', '<h1>T</h1><p>one</p>', 'took out 1 word'],
  ['<h1>T</h1><p>one two</p>', '<h1>T</h1><p>one three four</p>', 'wrote 2 words, took out 1'],
  ['<h1>T</h1><p>a</p>', '<h1>U</h1><p>a</p><table><tr><td>x</table><hr><hr>', 'gave the page another title, wrote 2 words, took out 1, added a table, 2 rules'],
  ['<h1>T</h1><h2>a</h2><p>b</p>', '<h1>T</h1><div data-piece="tabs"><section><h2>a</h2><p>b</p></section></div>', 'added tabs, removed a heading'],
  ['<h1>T</h1><p>a</p>', '<h1>T</h1><p><b>a</b></p>', 'changed how words or pieces look'],
])('%s to %s: %s', (before, after, words) => expect(inWords(changeBetween(page(before), page(after)))).toBe(words))

const told = (before: string, after: string): string[] =>
  compare(page(before), page(after), (node) => node.type.name).map(({ sort, place, words }) => `${sort} ${place}: ${words.map((part) => ({ same: part.text, added: `+${part.text}+`, removed: `-${part.text}-` })[part.sort]).join('')}`)

test('two states are compared block by block and, within a block, word by word', () => {
  expect(told('<h1>T</h1><p>the wall is dry</p><p>gone</p>', '<h1>T</h1><p>the old wall is dry</p><h2>New</h2>')).toEqual(['same title: T', 'changed : the +old +wall is dry', 'removed : -gone-', 'added heading: +New+'])
  expect(told('<h1>T</h1><p>a b c</p>', '<h1>T</h1><h2>a b c</h2>')).toEqual(['same title: T', 'changed Paragraph → heading: a b c'])
  expect(told('<h1>T</h1><p>x</p>', '<h1>T</h1><div data-piece="box"><ul><li>x</li></ul></div><hr>')).toEqual(['same title: T', 'changed Paragraph → box › bulletList: x', 'added rule: ++'])
})

test('what is taken together gives either state back', () => {
  const [before, after] = ['<h1>T</h1><p>one two three</p><ul><li>a</li><li>b</li></ul>', '<h1>U</h1><p>one 2 three</p><ul><li>b</li><li>c d</li></ul>']
  const blocks = compare(page(before), page(after), (node) => node.type.name)
  const side = (left: 'added' | 'removed'): string => blocks.filter(({ sort }) => sort !== left).map(({ words }) => words.filter(({ sort }) => sort !== left).map(({ text }) => text).join('')).join('\n')
  expect(side('added')).toBe('T\none two three\na\nb')
  expect(side('removed')).toBe('U\none 2 three\nb\nc d')
})
