import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import type { Book } from './book.ts'
import { fromMarkdown, toMarkdown } from './markdown.ts'
import { webDocument } from './web-document.ts'

const MARKDOWN = `# Walls

One _on_ **two**, [see](https://walls.example/).

## Stones

- hammer
  - club
- chisel

1. bend
2. lift

| Stone | Weight |
| ----- | ------ |
| a     | 2      |

> Two on one.

---
`

test('Markdown comes in as the page it means', () => {
  expect(writePage(fromMarkdown(MARKDOWN).page, 'source')).toBe(
    '<h1>Walls</h1>\n<p>One <em>on</em> <strong>two</strong>, <a href="https://walls.example/">see</a>.</p>\n<h2>Stones</h2>\n<ul><li>hammer<ul><li>club</li></ul></li><li>chisel</li></ul>\n<ol><li>bend</li><li>lift</li></ol>\n<table><tbody><tr><th scope="col">Stone</th><th scope="col">Weight</th></tr><tr><td>a</td><td>2</td></tr></tbody></table>\n<blockquote><p>Two on one.</p></blockquote>\n<hr>',
  )
})

test('out and in again is where it began', () => {
  expect(
    toMarkdown(fromMarkdown(MARKDOWN).page)
      .trim()
      .replace(/\* \* \*|-{3,}(?=\n*$)/, '---'),
  ).toBe(MARKDOWN.trim())
  const page = fromMarkdown(MARKDOWN).page
  expect(fromMarkdown(toMarkdown(page)).page.eq(page)).toBe(true)
})

test('script in Markdown does not come in', () => {
  expect(
    writePage(
      fromMarkdown('a <script>steal()</script> [b](javascript:steal())\n\n<img src=x onerror=steal()>').page,
      'source',
    ),
  ).not.toMatch(/script|onerror/)
})

test('an HTML document needs nothing else: pictures, pieces and answers are in it', () => {
  const { page } = readPage(
    '<h1>A & B</h1><p>x <a href="c2#deep">there</a> <a href="#own">own</a></p><h2 id="own">O</h2><iframe data-piece="html" srcdoc="&lt;b&gt;run&lt;/b&gt;" title="t"></iframe><div data-piece="practice"><div data-part="prompt"><p>?</p></div><div data-part="answer" data-right="yes"><p>y</p><div data-part="feedback"><p>told</p></div></div></div><figure data-piece="picture"><img src="/files/a/480" width="2" height="2" alt="A wall"></figure>',
  )
  const other = readPage('<h1>Two</h1><h2 id="deep">D</h2><p><a href="#deep">d</a></p>').page
  const book: Book = {
    identifier: 'urn:x',
    language: 'en-GB',
    direction: 'ltr',
    authors: ['A <b>'],
    modified: '2026-11-25T21:00:00Z',
    opening: page,
    parts: [{ title: 'P', chapters: [{ id: 'c2', number: '1', page: other }] }],
    pictures: new Map([['a', { bytes: new Uint8Array([1, 2, 3]), mediaType: 'image/png', ending: 'png' }]]),
  }
  const html = webDocument(book, { style: 'p{}</style>', script: 'x("</script>")' })
  expect(html).toContain('<title>A &amp; B</title>')
  expect(html).toContain('<img src="data:image/png;base64,AQID" alt="A wall">')
  expect(html).toContain('href="#c-c2-deep"')
  expect(html).toContain('<h2 id="c-c2-deep"><span class="number">1.1 </span>D</h2>')
  expect(html).toContain('href="#own"')
  expect(html).toMatch(/sandbox="allow-scripts"[^>]*srcdoc="[^"]*default-src 'none'[^"]*&lt;b&gt;run&lt;\/b&gt;"/)
  expect(html).toMatch(/<details class="solution"><summary>Answers<\/summary>.*told/s)
  expect(html).not.toMatch(/<form|<button|\/files\//)
  expect(html.match(/<\/style>/g)).toHaveLength(1)
  expect(html.match(/<\/script>/g)).toHaveLength(1)
  const paper = webDocument(book, { style: '', script: null })
  expect(paper).toContain('In the course something runs here: t.')
  expect(paper).not.toMatch(/<script|told|<input/)
})
