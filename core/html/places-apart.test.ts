import { expect, test } from 'vitest'
import { writePage } from './write.ts'
import { readPage } from './read.ts'

const source = (html: string, linked?: ReadonlySet<string>): string =>
  writePage(readPage(html, { isPassage: true, ...(linked ? { linked } : {}) }).page, 'source').replace(
    '<h1></h1>\n',
    '',
  )

test.each([
  // HTML Standard, “The id attribute”; HTML 4.01, 12.2.3 “Anchors with the id attribute”, 12.2.1 “name”.
  ['<p>a <a id="x"></a>b</p>', '<p>a <span id="x"></span>b</p>'],
  ['<p>a <a name="x">b</a></p>', '<p>a <span id="x"></span>b</p>'],
  ['<p><span id="x"></span>a</p>', '<p><span id="x"></span>a</p>'],
  // What stands before a heading or another block names it.
  ['<a name="x"></a><h2>Frost</h2>', '<h2 id="x">Frost</h2>'],
  ['<a name="frost"></a><h2>Frost</h2>', '<h2>Frost</h2>'],
  ['<h2><a name="frost"><b>Fr</b>ost</a></h2>', '<h2><strong>Fr</strong>ost</h2>'],
  ['<h2><a name="x"></a>Frost</h2>', '<h2 id="x">Frost</h2>'],
  ['<a name="x"></a>\n<p>Frost</p>', '<p><span id="x"></span>Frost</p>'],
  ['<a name="x"></a><a name="y"></a><h2>Frost</h2>', '<h2 id="y"><span id="x"></span>Frost</h2>'],
  // Of anything else only what is linked to.
  ['<p id="x">a</p>', '<p>a</p>'],
  ['<p id="x">a <a href="#x">b</a></p>', '<p><span id="x"></span>a <a href="#x">b</a></p>'],
  [
    '<p><a href="#x">b</a></p><ul><li id="x">a</li></ul>',
    '<p><a href="#x">b</a></p>\n<ul><li><span id="x"></span>a</li></ul>',
  ],
  [
    '<p>a <a href="#x">b</a></p><p>c</p><div id="x"><h2>T</h2></div>',
    '<p>a <a href="#x">b</a></p>\n<p>c</p>\n<h2 id="x">T</h2>',
  ],
  [
    '<p>a <a href="#x">b</a></p><p>c</p><div data-piece="tabs"><section id="x"><h3>T</h3><p>d</p></section></div>',
    '<p>a <a href="#x">b</a></p>\n<p>c</p>\n<div data-piece="tabs"><section id="x"><h3>T</h3><p>d</p></section></div>',
  ],
  [
    '<p><a href="#x">b</a></p><div data-piece="equation" id="x">a</div>',
    '<p><a href="#x">b</a></p>\n<div data-piece="equation" id="x">a</div>',
  ],
  ['<p><a href="#x">b</a></p><h2 id="x">T</h2>', '<p><a href="#x">b</a></p>\n<h2 id="x">T</h2>'],
])('%s', (html, expected) => expect(source(html)).toBe(expected))

test('a place that is linked to from elsewhere is kept', () =>
  expect(source('<p id="x">a</p>', new Set(['x']))).toBe('<p><span id="x"></span>a</p>'))

test('no name that can’t be one becomes a place, and no place is made twice', () => {
  expect(source('<p><a name="a b">x</a><a name="">y</a><a>z</a></p>')).toBe('<p>xyz</p>')
  const { page, notes } = readPage('<p><a id="x">a</a></p>')
  expect(notes).toEqual([])
  expect(readPage(writePage(page, 'source')).page.eq(page)).toBe(true)
})
