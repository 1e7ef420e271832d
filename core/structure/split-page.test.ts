import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { splitPage } from './split-page.ts'

const split = (html: string) => splitPage(readPage(html).page, (chapter, place) => `c${chapter}${place && `#${place}`}`)
const source = (html: string): string[] => {
  const result = split(html)
  return result
    ? [result.opening, ...result.chapters].map((page) => writePage(page, 'source').replaceAll('\n', ''))
    : []
}

test('each heading of the highest level becomes a chapter, those under it move up', () => {
  expect(
    source(
      '<h1>Walls</h1><p>Intro</p><h3>Strip</h3><p>a</p><h4>Cope</h4><p>b</p><h3>Sort</h3><div data-piece="tabs"><section><h4>T</h4><p>c</p></section></div>',
    ),
  ).toEqual([
    '<h1>Walls</h1><p>Intro</p>',
    '<h1>Strip</h1><p>a</p><h2>Cope</h2><p>b</p>',
    '<h1>Sort</h1><div data-piece="tabs"><section><h2>T</h2><p>c</p></section></div>',
  ])
})

test('links into what is another chapter now lead there; others stay', () => {
  expect(
    source(
      '<h1>W</h1><p><a href="#b">b</a></p><h2 id="a">A</h2><p><a href="#b">b</a> <a href="#deep">d</a> <a href="#own">o</a> <a href="https://x.example/#b">x</a></p><h3 id="own">Own</h3><h2 id="b">B</h2><h3 id="deep">D</h3><p><a href="#gone">g</a></p>',
    ),
  ).toEqual([
    '<h1>W</h1><p><a href="c1">b</a></p>',
    '<h1>A</h1><p><a href="c1">b</a> <a href="c1#deep">d</a> <a href="#own">o</a> <a href="https://x.example/#b">x</a></p><h2 id="own">Own</h2>',
    '<h1>B</h1><h2 id="deep">D</h2><p><a href="#gone">g</a></p>',
  ])
})

test('without a heading on the page itself there is nothing to split', () =>
  expect(split('<h1>W</h1><p>a</p><div data-piece="box"><h2>in</h2></div>')).toBeNull())

test('no word is lost, and every chapter is a page', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const result = splitPage(page, () => 'x')
      if (!result) return
      const pages = [result.opening, ...result.chapters]
      for (const each of pages) each.check()
      expect(pages.map((each) => each.textContent.replace(/\s/g, '')).join('')).toBe(
        page.textContent.replace(/\s/g, ''),
      )
    }),
    { numRuns: 150 },
  )
})
