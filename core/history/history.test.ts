import { expect, test } from 'vitest'
import type { Node } from 'prosemirror-model'
import { readPage } from '../html/read.ts'
import { compare } from './compare.ts'
import { asPublished } from './as-published.ts'
import { changeBetween, inWords } from './describe.ts'
import { nearChanges } from './near-changes.ts'
import { nameOf } from '../kinds/facts.ts'

const page = (html: string): Node => readPage(html).page

test.each([
  ['<h1>T</h1><p>one</p>', '<h1>T</h1><p>one two three</p>', 'wrote 2 words'],
  ['<h1>T</h1><p>one two</p>', '<h1>T</h1><p>one</p>', 'removed 1 word'],
  ['<h1>T</h1><p>one two</p>', '<h1>T</h1><p>one three four</p>', 'wrote 2 words, removed 1'],
  ['<h1>T</h1><p>one</p>', `<h1>T</h1><p>one ${'wall '.repeat(1025)}</p>`, 'wrote 1,025 words'],
  [
    '<h1>T</h1><p>a</p>',
    '<h1>U</h1><p>a</p><table><tr><td>x</table><hr><hr>',
    'changed the title, wrote 2 words, removed 1, added a table, 2 rules',
  ],
  [
    '<h1>T</h1><h2>a</h2><p>b</p>',
    '<h1>T</h1><div data-piece="tabs"><section><h2>a</h2><p>b</p></section></div>',
    'added tabs, removed a heading',
  ],
  ['<h1>T</h1><p>a</p>', '<h1>T</h1><p><b>a</b></p>', 'changed how words or pieces look'],
])('%s to %s: %s', (before, after, words) => expect(inWords(changeBetween(page(before), page(after)))).toBe(words))

const told = (before: string, after: string): string[] =>
  compare(page(before), page(after), (node) => node.type.name).map(
    ({ type, place, words }) =>
      `${type} ${place}: ${words.map((part) => ({ same: part.text, added: `+${part.text}+`, removed: `-${part.text}-` })[part.type]).join('')}`,
  )

test('two states are compared block by block and, within a block, word by word', () => {
  expect(
    told('<h1>T</h1><p>the wall is dry</p><p>gone</p>', '<h1>T</h1><p>the old wall is dry</p><h2>New</h2>'),
  ).toEqual(['same title: T', 'changed : the +old +wall is dry', 'removed : -gone-', 'added heading: +New+'])
  expect(told('<h1>T</h1><p>a b c</p>', '<h1>T</h1><h2>a b c</h2>')).toEqual([
    'same title: T',
    'changed Paragraph → heading: a b c',
  ])
  expect(told('<h1>T</h1><p>x</p>', '<h1>T</h1><div data-piece="box"><ul><li>x</li></ul></div><hr>')).toEqual([
    'same title: T',
    'changed Paragraph → box › bulletList: x',
    'added rule: ++',
  ])
})

test('what is taken together gives either state back', () => {
  const [before, after] = [
    '<h1>T</h1><p>one two three</p><ul><li>a</li><li>b</li></ul>',
    '<h1>U</h1><p>one 2 three</p><ul><li>b</li><li>c d</li></ul>',
  ]
  const blocks = compare(page(before), page(after), (node) => node.type.name)
  const side = (left: 'added' | 'removed'): string =>
    blocks
      .filter(({ type }) => type !== left)
      .map(({ words }) =>
        words
          .filter(({ type }) => type !== left)
          .map(({ text }) => text)
          .join(''),
      )
      .join('\n')
  expect(side('added')).toBe('T\none two three\na\nb')
  expect(side('removed')).toBe('U\none 2 three\nb\nc d')
})

test('long stretches that are alike are told by their number', () => {
  const paragraphs = (words: string): string =>
    `<h1>T</h1>${Array.from({ length: 12 }, (_, at) => `<p>${at === 6 ? words : `p${at}`}</p>`).join('')}`
  const near = nearChanges(compare(page(paragraphs('old words here')), page(paragraphs('new words here')), nameOf))
  expect(near.map((each) => ('alike' in each ? each.alike : each.type))).toEqual([6, 'same', 'changed', 'same', 4])
  expect(nearChanges(compare(page(paragraphs('x')), page(paragraphs('x')), nameOf))).toEqual([{ alike: 13 }])
})

test('what is kept back from students is not compared before them', () => {
  const practice = (told: string): Node =>
    page(
      `<h1>T</h1><div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer" data-right="yes"><p>this</p><div data-part="feedback"><p>${told}</p></div></div></div><iframe data-piece="html" srcdoc="${told}" title="t"></iframe>`,
    )
  expect(
    compare(asPublished(practice('secret one')), asPublished(practice('secret two')), nameOf).filter(
      ({ type }) => type !== 'same',
    ),
  ).toEqual([])
  expect(JSON.stringify(asPublished(practice('secret one')).toJSON())).not.toContain('secret')
})

test('a place is named as readers know it', () => {
  const found: string[] = []
  page('<h1>T</h1><h3>a</h3><div data-piece="tabs"><section><h2>Flat</h2><p>b</p></section></div><p>c</p>').descendants(
    (node) => void found.push(nameOf(node)),
  )
  expect(found).toEqual(expect.arrayContaining(['Title', 'Heading 3', 'Tabs', 'Flat', 'Paragraph']))
})
