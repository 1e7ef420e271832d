import fc from 'fast-check'
import { expect, test } from 'vitest'
import { problemOfPage } from '../document/check.ts'
import { MOST_DEPTH } from '../document/limits.ts'
import { plainText } from '../document/plain-text.ts'
import { parseFragment } from 'parse5'
import { type HtmlNode, isElement } from '../tree/tree.ts'
import { readPage } from './read.ts'
import { writePage } from './write.ts'

/** Elements, events and addresses in written HTML that could run or load something. */
function unsafeIn(nodes: readonly HtmlNode[]): string[] {
  return nodes.flatMap((node) => {
    if (!isElement(node)) return []
    // A frame is harmless when it is sealed and says nothing of what is in it.
    const isSealed =
      node.tagName === 'iframe' &&
      node.attrs.some(({ name, value }) => name === 'sandbox' && value === 'allow-scripts') &&
      !node.attrs.some(({ name }) => name === 'src' || name === 'srcdoc')
    const own =
      /^(script|svg|iframe|img|style|object|embed|math)$/.test(node.tagName) && !isSealed ? [node.tagName] : []
    const attributes = node.attrs
      .filter(({ name, value }) => name.startsWith('on') || /^\s*(javascript|data):/i.test(value))
      .map(({ name }) => name)
    return [...own, ...attributes, ...unsafeIn(node.childNodes)]
  })
}

const body = (html: string): string => writePage(readPage(html).page, 'source').replace(/^<h1><\/h1>\n?/, '')
const messages = (html: string): string[] => readPage(html).notes.map((note) => note.message)

test.each([
  ['unclosed tags', '<p>a<b>b<p>c', '<p>a<strong>b</strong></p>\n<p><strong>c</strong></p>'],
  ['words standing free', 'a <i>b</i><hr>c', '<p>a <em>b</em></p>\n<hr>\n<p>c</p>'],
  [
    'a list whose lists stand between its items',
    '<ul><li>a<ul><li>b</ul><ul><li>c</ul></ul>',
    '<ul><li>a<ul><li>b</li></ul><ul><li>c</li></ul></li></ul>',
  ],
  ['a list straight in a list', '<ul><li>a</li><ul><li>b</li></ul></ul>', '<ul><li>a<ul><li>b</li></ul></li></ul>'],
  ['stray cells', '<tr><td>a</td></tr>', '<p>a</p>'],
  ['a block inside a heading', '<h2>a<div>b</div></h2>', '<h2>a</h2>\n<h2>b</h2>'],
  ['levels under a second title', '<p>x<h1>A</h1><h2>B</h2>', '<p>x</p>\n<h2>A</h2>\n<h3>B</h3>'],
  ['a script address', '<a href="java&#10;script:alert(1)">x</a>', '<p>x</p>'],
  ['a data address', '<a href="data:text/html,x">x</a>', '<p>x</p>'],
  ['events', '<p onclick="x()">y</p>', '<p>y</p>'],
  [
    'a border',
    '<div style="border:1px solid red">x</div>',
    '<div data-piece="box" data-edge="around" data-space="normal" style="background-color: #ffffff"><p>x</p></div>',
  ],
])('%s', (_name, html, expected) => expect(body(html)).toBe(expected))

test('the first level 1 heading is the title, wherever it is wrapped', () => {
  expect(
    readPage('<!doctype html><html><head><title>t</title></head><body><article><h1>Real <b>title</b></h1><p>x').page
      .firstChild?.textContent,
  ).toBe('Real title')
})

test('what is left out is listed with its line', () => {
  const { notes } = readPage('<p>a</p>\n<script>steal()</script>\n<p onmouseover="x">b</p>\n<img src="wall.png">', {
    positions: true,
  })
  expect(notes.map(({ line, message }) => [line, message])).toEqual([
    [2, 'A page holds no script; it was left out.'],
    [3, '“onmouseover” on “p” would run script; it was left out.'],
    [4, "A page can't hold “img” yet; it was left out (wall.png)."],
  ])
  expect(messages('<center>x</center>')).toEqual(['“center” has no counterpart in a page yet; its words were kept.'])
})

test('any nonsense becomes a right page, and no written HTML can run', () => {
  const piece = fc.constantFrom(
    '<p>',
    '</p>',
    '<ul>',
    '<li>',
    '<table>',
    '<tr>',
    '<td>',
    '<b>',
    '</b>',
    '<script>',
    '</script>',
    '<svg onload=x>',
    '<a href="javascript:x">',
    '<div style="background:red">',
    '</div>',
    '<h1>',
    '<h5>',
    'words ',
    '&lt;',
    '\u0000',
    '\ud800',
    '<!--',
    '-->',
    '<template>',
    '<select><option>',
    '<math><mi>',
    '<style>',
    '<blockquote>',
    '<iframe srcdoc="<script>">',
    '<plaintext>',
    '<frameset>',
    '<img src=x onerror=x>',
  )
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 40 }), (parts) => {
      const { page } = readPage(parts.join(''))
      expect(problemOfPage(page)).toBeNull()
      expect(unsafeIn(parseFragment(writePage(page, 'published')).childNodes)).toEqual([])
    }),
    { numRuns: 600 },
  )
})

test('3,000 nested quotations keep their words and a bearable depth', () => {
  const { page, notes } = readPage(`${'<blockquote>'.repeat(3000)}deep`)
  expect(plainText(page)).toBe('deep')
  expect(problemOfPage(page)).toBeNull()
  expect(notes.map((note) => note.message).join()).toContain(`more than ${MOST_DEPTH} levels`)
})
