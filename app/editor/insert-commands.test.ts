import { expect, test } from 'vitest'
import { after, stateAt } from '../../test/shared/editor-state.ts'
import {
  aroundOutcome,
  insertParts,
  meantHeadings,
  newBox,
  newColumns,
  newContents,
  newPractice,
  newReveal,
  partsOutcome,
} from './insert-commands.ts'

const page = (body: string): string => `<h1>T</h1>${body}`
const HEADINGS = '<h2>One‸</h2><p>a</p><h2>Two</h2><p>b</p><h2>Three</h2><p>c</p>'

test('headings become the titles of tabs, with what stands beneath them', () => {
  const made = after(page(HEADINGS), insertParts('tabs'))!
  expect(made).toContain('data-piece="tabs"')
  expect([...made.matchAll(/<h2[^>]*>([^<]*)<\/h2>/g)].map(([, title]) => title!.replace('‸', ''))).toEqual([
    'One',
    'Two',
    'Three',
  ])
  expect(partsOutcome(stateAt(page(HEADINGS)), 'tabs')).toBe('The 3 headings “One”, “Two”, “Three” become the titles.')
  expect(meantHeadings(stateAt(page('<h2>One‸</h2><p>a</p>')))).toBeNull()
})

test('without headings there are two empty parts; what is marked goes into the first', () => {
  expect(after(page('<p>‸</p>'), insertParts('accordion'))?.match(/<section/g)).toHaveLength(2)
  const made = after(page('<p>a‸b</p><p>c‸d</p>'), insertParts('tabs'))!
  expect(made.replaceAll('‸', '')).toMatch(/<section>\s*<h3><\/h3>\s*<p>ab<\/p>\s*<p>cd<\/p>\s*<\/section>/)
  expect(partsOutcome(stateAt(page('<p>a‸b‸</p>')), 'tabs')).toBe(
    'The selected paragraphs go into the first part of the tabs.',
  )
  expect(partsOutcome(stateAt(page('<p>‸</p>')), 'tabs')).toBe('Begins with two empty parts.')
})

test.each([
  ['a box', newBox, /data-piece="box"[^>]*>\s*<p>ab<\/p>\s*<p>cd<\/p>/],
  ['a reveal', newReveal, /<details>\s*<summary><\/summary>\s*<p>ab<\/p>\s*<p>cd<\/p>/],
  ['columns', newColumns, /data-piece="columns"[^>]*>\s*<div>\s*<p>ab<\/p>\s*<p>cd<\/p>/],
  ['a practice question', newPractice, /data-part="prompt"[^>]*>\s*<p>ab<\/p>\s*<p>cd<\/p>/],
])('%s takes what is marked into it', (_name, command, expected) => {
  expect(after(page('<p>a‸b</p><p>c‸d</p>'), command)?.replaceAll('‸', '')).toMatch(expected)
})

test('a block takes the place of an empty line, else stands after its block; nothing goes into the title', () => {
  expect(after(page('<p>a</p><p>‸</p>'), newContents)).toMatch(/<p>a<\/p>\n<nav/)
  expect(after(page('<p>a‸</p><p>b</p>'), newContents)).toMatch(/<p>a<\/p>\n<nav[^]*<p>b<\/p>/)
  expect(after('<h1>T‸</h1><p>a</p>', newContents)).toMatch(/^<h1>T<\/h1>\n<nav/)
  expect(aroundOutcome(stateAt('<h1>T‸</h1><p>a</p>'), 'x', 'none')).toBe('none')
})

test('what is marked in a part stays in it; a title that is marked too gives way to nothing', () => {
  const inReveal = after(page('<details><summary>Why</summary><p>a‸b</p><p>c‸d</p></details>'), newBox)!
  expect(inReveal.replaceAll('‸', '')).toMatch(
    /<summary>Why<\/summary>\s*<div data-piece="box"[^>]*>\s*<p>ab<\/p>\s*<p>cd/,
  )
  expect(after('<h1>T‸</h1><p>a‸b</p>', newBox)?.replaceAll('‸', '')).toMatch(/^<h1>T<\/h1>/)
})
