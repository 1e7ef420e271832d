import fc from 'fast-check'
import { expect, test } from 'vitest'
import { materialsOf } from '../../test/shared/materials.ts'
import { anyPage } from '../../test/shared/pages.ts'
import { isWithin, tracksOf } from '../../test/shared/tracks.ts'
import { problemOfPage } from '../document/check.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { joinPages } from './join-pages.ts'
import { materialAt } from './reshape/reshape.ts'
import { pagesApart, splitPage, whyNotPages } from './split-page.ts'

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

test('what a title can’t hold stands beneath it, and a title that is too long as a whole', () => {
  expect(source('<h2>See <a href="https://walls.example/">the map</a></h2><p>a</p>')[1]).toBe(
    '<h1>See the map</h1><p><a href="https://walls.example/">the map</a></p><p>a</p>',
  )
  const long = 'stone '.repeat(60).trim()
  const [, page] = source(`<h2>${long}</h2>`)
  expect(page).toContain(`<p>${long}</p>`)
})

const apart = (html: string): string[] => {
  const { page } = readPage(`<h1>T</h1>${html}`)
  const material = materialAt(page, page.firstChild!.nodeSize)!
  const { rest, pages } = pagesApart(page, { ...material, content: material.content! }, (at, place) =>
    [at === -1 ? 'self' : `p${at}`, place].filter(Boolean).join('#'),
  )
  return [rest.doc, ...pages].map((each) => writePage(each, 'source').replaceAll('\n', ''))
}

test('tabs become pages, links to them stand in their place, and every link leads where it led', () => {
  expect(
    apart(
      '<div data-piece="tabs"><section id="a"><h3>A</h3><p><a href="#b">b</a> <a href="#end">e</a></p><h4 id="deep">d</h4></section><section id="b"><h3>B</h3><p><a href="#b">me</a></p></section></div><p id="x"><a href="#deep">deep</a> <a href="#a">a</a></p><h2 id="end">End</h2>',
    ),
  ).toEqual([
    '<h1>T</h1><ul><li><a href="p0">A</a></li><li><a href="p1">B</a></li></ul><p><a href="p0#deep">deep</a> <a href="p0">a</a></p><h2 id="end">End</h2>',
    '<h1>A</h1><p><a href="p1">b</a> <a href="self#end">e</a></p><h2 id="deep">d</h2>',
    '<h1>B</h1><p><a href="p1">me</a></p>',
  ])
})

test('whatever becomes pages, nothing is lost, and the pages joined again hold all of it', { timeout: 300_000 }, () => {
  let count = 0
  fc.assert(
    fc.property(anyPage, fc.nat(), (page, which) => {
      const materials = materialsOf(page).filter(({ content }) => content && whyNotPages(content) === '')
      const material = materials[which % materials.length]
      if (!material) return
      count++
      const before = tracksOf(page)
      const address = (at: number, place: string): string => `${at === -1 ? 'self' : `p${at}`}${place && `#${place}`}`
      const { rest, pages } = pagesApart(page, { ...material, content: material.content! }, address)
      for (const each of [rest.doc, ...pages]) expect(problemOfPage(each)).toBeNull()
      const joined = joinPages(rest.doc.firstChild!, [
        { id: 'self', page: rest.doc, title: '', level: 1 },
        ...pages.map((each, at) => ({ id: `p${at}`, page: each, title: each.firstChild!.textContent, level: 2 })),
      ])
      expect(problemOfPage(joined)).toBeNull()
      const after = tracksOf(joined)
      for (const track of ['words', 'things'] as const)
        expect(before[track].toSorted(), track).toSatisfy((part: string[]) => isWithin(part, after[track].toSorted()))
      expect(after.links.length).toBeGreaterThanOrEqual(before.links.length)
    }),
    { numRuns: 300 },
  )
  expect(count).toBeGreaterThan(50)
})

test('of pages that become one, titles are headings, links lead within, and no name stands twice', () => {
  const part = (id: string, html: string, level = 2) => {
    const { page } = readPage(html)
    return { id, page, title: page.firstChild!.textContent, level }
  }
  const opening = part('book', '<h1>Walls</h1><p><a href="one">1</a> <a href="two#w">w</a></p>', 1)
  const joined = joinPages(opening.page.firstChild!, [
    opening,
    { id: 'part', page: null, title: 'First part', level: 2 },
    part('one', '<h1>One</h1><h2 id="w">W</h2><p><a href="#w">w</a> <a href="book">b</a></p>', 3),
    part(
      'two',
      '<h1>One</h1><p><span id="w"></span>x <a href="#w">w</a> <a href="one#w">o</a> <a href="gone#x">g</a></p>',
      3,
    ),
  ])
  expect(writePage(joined, 'source').replaceAll('\n', '')).toBe(
    '<h1>Walls</h1><p><a href="#one">1</a> <a href="#w-2">w</a></p><h2 id="first-part">First part</h2>' +
      '<h3 id="one">One</h3><h4 id="w">W</h4><p><a href="#w">w</a> <a href="book">b</a></p>' +
      '<h3 id="one-2">One</h3><p><span id="w-2"></span>x <a href="#w-2">w</a> <a href="#w">o</a> <a href="gone#x">g</a></p>',
  )
})

test('no word is lost, and every chapter is a page', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const result = splitPage(page, () => 'x')
      if (!result) return
      const pages = [result.opening, ...result.chapters]
      for (const each of pages) expect(problemOfPage(each)).toBeNull()
      const [before, after] = [tracksOf(page), pages.map(tracksOf)]
      for (const track of ['words', 'things'] as const)
        expect(before[track], track).toSatisfy((part: string[]) =>
          isWithin(
            part,
            after.flatMap((each) => each[track]),
          ),
        )
      expect(after.flatMap(({ links }) => links).length).toBeGreaterThanOrEqual(before.links.length)
    }),
    { numRuns: 150 },
  )
})
