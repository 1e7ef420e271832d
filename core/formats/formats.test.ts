import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { htmlDocument } from './html-document.ts'
import { fromMarkdown, toMarkdown } from './markdown.ts'

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
  expect(toMarkdown(fromMarkdown(MARKDOWN).page).trim().replace(/\* \* \*|-{3,}(?=\n*$)/, '---')).toBe(MARKDOWN.trim())
  const page = fromMarkdown(MARKDOWN).page
  expect(fromMarkdown(toMarkdown(page)).page.eq(page)).toBe(true)
})

test('what Markdown has no form for keeps its words', () => {
  const { page } = readPage('<h1>T</h1><div data-piece="tabs"><section><h2>One</h2><p>first</p></section></div><details><summary>Why</summary><p>So.</p></details><div data-piece="columns"><div><p>left</p></div><div><p>right</p></div></div>')
  for (const words of ['## One', 'first', 'Why', 'So.', 'left', 'right']) expect(toMarkdown(page)).toContain(words)
})

test('script in Markdown does not come in', () => {
  expect(writePage(fromMarkdown('a <script>steal()</script> [b](javascript:steal())\n\n<img src=x onerror=steal()>').page, 'source')).not.toMatch(/script|onerror/)
})

test('an HTML document needs nothing else and keeps what must be kept back', () => {
  const { page } = readPage('<h1>A & B</h1><p>x</p><iframe srcdoc="secret" title="t"></iframe><div data-piece="practice"><div data-part="prompt"><p>?</p></div><div data-part="answer" data-right="yes"><p>y</p><div data-part="feedback"><p>told</p></div></div></div>')
  const html = htmlDocument(page, { language: 'en-GB', direction: 'ltr', style: 'p{}</style>' })
  expect(html).toContain('<title>A &amp; B</title>')
  expect(html).not.toMatch(/secret|told|<form|<iframe/)
  expect(html.match(/<\/style>/g)).toHaveLength(1)
})
