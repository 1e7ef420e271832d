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
    '<div data-piece="box" data-edge="own" data-space="normal" style="background-color: #ffffff; border: 1px solid #ff0000"><p>x</p></div>',
  ],
  [
    'a border by side, rounded, padded and in the middle',
    '<div style="border: thin dotted; border-left: 5px solid #a00; border-bottom: 0; border-radius: 1cm; padding: 4px 12px; width: 50.4%; margin: 0 auto; color: #a00">x</div>',
    '<div data-piece="box" data-edge="own" data-space="normal" style="background-color: #ffffff; color: #aa0000; border-block-start: 1px dotted; border-inline-end: 1px dotted; border-inline-start: 5px solid #aa0000; border-radius: 38px; padding: 12px; width: 50%; margin-inline: auto"><p>x</p></div>',
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
    [2, 'A page holds no script; it was left out: “steal()”.'],
    [3, 'This paragraph lost “onmouseover”, which would run script.'],
    [4, "A page can't hold “img” yet; it was left out (wall.png)."],
  ])
  expect(messages('<marquee>x</marquee>')).toEqual(['“marquee” has no counterpart in a page yet; its words were kept.'])
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

test('how words stand is read from whatever says it, around them or on them', () => {
  const read = (html: string, language?: string): string =>
    writePage(readPage(html, { isPassage: true, ...(language ? { language } : {}) }).page, 'source').replace(
      '<h1></h1>\n',
      '',
    )
  expect(read('<center>a<p>b</p></center><p align="right">c</p>')).toBe(
    '<p style="text-align: center">a</p>\n<p style="text-align: center">b</p>\n<p style="text-align: end">c</p>',
  )
  expect(read('<div dir="rtl" style="text-align:right"><h2>a</h2><p style="text-align:left">b</p></div>')).toBe(
    '<h2 dir="rtl">a</h2>\n<p style="text-align: end" dir="rtl">b</p>',
  )
  expect(read('<p style="margin-left:80px">a</p><p style="margin-left:1in">b</p>')).toBe(
    '<p style="margin-inline-start: 4em">a</p>\n<p style="margin-inline-start: 4em">b</p>',
  )
  // A page from left to right does not say so again of each paragraph.
  expect(read('<p dir="ltr">a</p><p dir="rtl">b</p>', 'en')).toBe('<p>a</p>\n<p dir="rtl">b</p>')
})

test('lists keep their markers, where they begin and whether they count down; tasks whether they are done', () => {
  const read = (html: string): string => writePage(readPage(html, { isPassage: true }).page, 'source').slice(10)
  expect(read('<ol type="i" start="3" reversed><li>a</ol><ul style="list-style:square inside"><li>b</ul>')).toBe(
    '<ol start="3" reversed="" style="list-style-type: lower-roman"><li>a</li></ol>\n' +
      '<ul style="list-style-type: square"><li>b</li></ul>',
  )
  expect(
    read('<ul><li><input type="checkbox" checked> a</li><li><p><input type=checkbox>b</p><p>c</p></li></ul>'),
  ).toBe(
    '<ul><li class="task"><label><input type="checkbox" checked="" disabled="">a</label></li>' +
      '<li class="task"><p><label><input type="checkbox" disabled="">b</label></p><p>c</p></li></ul>',
  )
})

test('what a list of terms lacks is filled in, and nothing of it is lost', () => {
  const read = (html: string): string => writePage(readPage(html, { isPassage: true }).page, 'source').slice(10)
  expect(read('<dl>x<dd>a</dd><div><dt>T <b>1</b></dt><dt>T2</dt></div><dd>b<p>c</p></dd><dt>T3</dt></dl>')).toBe(
    '<dl><dt></dt><dd>x</dd><dd>a</dd><dt>T <strong>1</strong></dt><dt>T2</dt><dd><p>b</p><p>c</p></dd>' +
      '<dt>T3</dt><dd><p></p></dd></dl>',
  )
})

test('preformatted text keeps its lines, a rule how it is drawn, a quotation where it is from', () => {
  const read = (html: string): string => writePage(readPage(html, { isPassage: true }).page, 'source').slice(10)
  expect(read('<pre class="lang-JS">\nlet <b>x</b>\n  = 1<br>y</pre>')).toBe(
    '<pre><code class="language-js">let x\n  = 1\ny</code></pre>',
  )
  expect(read('<hr style="border:0;border-top:3px dashed #f00;width:48%"><hr size=4 color=red>')).toBe(
    '<hr style="border-block-start: 3px dashed #ff0000; width: 50%">\n' +
      '<hr style="border-block-start: 4px solid #ff0000">',
  )
  expect(read('<hr style="border:none;border-bottom:thin dotted blue"><hr style="height:20px;background:#333">')).toBe(
    '<hr style="border-block-start: 1px dotted #0000ff">\n' + '<hr style="border-block-start: 1px solid #333333">',
  )
  expect(read('<figure><blockquote>a</blockquote><figcaption>A <i>book</i></figcaption></figure>')).toBe(
    '<figure><blockquote><p>a</p></blockquote><figcaption>A book</figcaption></figure>',
  )
})

test('what an item or a cell says of its words holds for them', () => {
  const read = (html: string): string => writePage(readPage(html, { isPassage: true }).page, 'source').slice(10)
  expect(read('<ul><li dir="rtl" lang="ar">a</li></ul>')).toBe(
    '<ul><li><p dir="rtl"><span lang="ar">a</span></p></li></ul>',
  )
  expect(read('<table><tr><td align="center">a</td></tr></table>')).toContain('<p style="text-align: center">a</p>')
  expect(messages('<table><tr><td align="center" style="text-align: right">a</td></tr></table>')).toEqual([])
})

test('a declaration that is none is passed over, as browsers do, and told', () => {
  const html =
    '<p><mark style="background-color: nonsense; background: #f0e024">a</mark> <span style="color: nonsense"><font color="#a01024">b</font></span></p><center style="text-align: right">c</center>'
  expect(body(html)).toBe(
    '<p><mark style="background-color: #f0e024">a</mark> <span style="color: #a01024">b</span></p>\n<p style="text-align: end">c</p>',
  )
  expect(readPage(html, { positions: true }).notes.map(({ message }) => message)).toEqual([
    'These words lost their background (background-color: nonsense).',
    'These words lost their colour (color: nonsense).',
  ])
})
