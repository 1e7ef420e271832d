import { expect, test } from 'vitest'
import { plainText } from '../document/plain-text.ts'
import { anyThings, htmlOf } from '../../test/shared/things.ts'
import { Random } from '../../test/shared/random-edits.ts'
import { readPage } from './read.ts'
import { scan } from './scan.ts'
import { isPlainlyFinished, unfinishedIn } from './unfinished.ts'

const read = (html: string) => readPage(html, { positions: true, isPassage: true, language: 'en' })
const words = (html: string): string[] =>
  plainText(read(html).page)
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
const told = (html: string): string[] => read(html).notes.map(({ line, message }) => `${line}: ${message}`)

test.each([
  ['a tag without an end', '<p>before</p>\n<p class="x', ['before', '<p class="x']],
  ['a quotation mark without an end', '<p>before</p>\n<p class="x>after</p>', ['before', '<p class="x>after']],
  [
    'a quotation mark that ends in the next tag',
    '<p class="x>one</p>\n<p class="y">two</p>',
    ['<p class="x>one', 'two'],
  ],
  ['a comment without an end', '<p>before</p>\n<!-- x <b>after</b>', ['before', '<!-- x after']],
  ['an element of text alone without an end', '<p>before</p>\n<title>x<p>after</p>', ['before', '<title>x', 'after']],
])('no word is lost after %s, and it is told', (_what, html, expected) => {
  expect(words(html)).toEqual(expected)
  expect(told(html).filter((note) => note.includes('is never finished'))).toHaveLength(1)
})

test('text in which very much is never finished ends', () => {
  const html = '<p class="x>'.repeat(5000)
  expect(read(html).notes.length).toBeGreaterThan(0)
})

test('what is hidden never becomes words, and is told', () => {
  const html =
    '<p>a</p>\n<div hidden><p>right answer</p></div>\n<ul><li style="display: none">two</li><li>three</li></ul>'
  expect(words(html)).toEqual(['a', 'three'])
  expect(told(html)).toEqual([
    '2: Words that are hidden were left out: “right answer”.',
    '3: Words that are hidden were left out: “two”.',
  ])
  const row = '<table><tr><td style="visibility:hidden">x</td><td>y</td></tr></table>'
  expect(read(row).page.child(1).child(0).childCount, 'a hidden cell keeps its place').toBe(2)
})

test('what a document says of the whole of it holds, or is told', () => {
  const html = '<html lang="ar" dir="rtl" class="no-js">\n<head><title>Walls</title></head><body><p>a</p></body></html>'
  const { page } = read(html)
  expect(page.child(1).attrs.direction).toBe('rtl')
  expect(
    page
      .child(1)
      .child(0)
      .marks.map(({ attrs }) => attrs.tag as string),
  ).toEqual(['ar'])
  expect(told(html)).toEqual([
    '2: “title” in the head of the document was left out: “Walls”.',
    '1: This document lost its class “no-js”.',
  ])
})

test('what browsers take no account of is told', () => {
  expect(told('<p style="color: red" style="font-weight: bold">a</p>')).toContain(
    '1: “style” stands twice in one tag; the second was left out, as browsers do.',
  )
  expect(told('<div><td class="x">a</td></div>')).toEqual([
    '1: “<td class="x">” can’t stand at this place; it was taken off its words, as browsers do.',
  ])
  expect(told('<p>a<!-- ask Ines --></p>')).toEqual([
    '1: The comment “ask Ines” was left out: it is no part of a page.',
  ])
})

test('of two captions of a table no word is lost', () => {
  expect(words('<table><caption>one</caption><caption>two</caption><tr><td>a</td></tr></table>').join(' ')).toMatch(
    /one.*two.*a/,
  )
})

test('where more is left out than can be listed, how much is told', () => {
  const html = Array.from({ length: 700 }, (_, at) => `<p data-a="${at}">a</p>`).join('\n')
  expect(told(html)).toHaveLength(501)
  expect(told(html).at(-1)).toBe('null: 200 more things were left out or changed; the first 500 are listed.')
})

test('a quick look never takes for finished what is not', () => {
  let quick = 0
  for (let seed = 1; seed <= 3000; seed++) {
    const random = new Random(seed)
    const html = htmlOf(anyThings(random))
    // A character taken out, or everything from one on.
    const at = random.below(html.length)
    const text = seed % 3 === 0 ? html : html.slice(0, at) + (seed % 3 === 1 ? html.slice(at + 1) : '')
    if (!isPlainlyFinished(text)) continue
    quick++
    expect(unfinishedIn(scan(text)), text).toBeNull()
  }
  expect(quick).toBeGreaterThan(500)
  expect(isPlainlyFinished('a < b, 3<4, <!-- c > --><p title="d > e">f</p><?x?>')).toBe(true)
})

test('a setting of a piece that says nothing is told; those that we write ourselves are not', () => {
  expect(told('<div data-piece="box" data-edge="wavy" data-space="normal"><p>a</p></div>')).toEqual([
    '1: This block lost “data-edge="wavy"”.',
  ])
  expect(told('<div data-piece="box" data-edge="start" data-space="normal"><p>a</p></div>')).toEqual([])
})

test('what a heading says of itself is told where it becomes a line of something else', () => {
  expect(told('<details><summary><h6 style="direction: rtl; margin-left: 40px">a</h6></summary>b</details>')).toEqual([
    '1: This heading lost its direction (direction: rtl).',
    '1: This heading lost its space around (margin-left: 40px).',
  ])
})
