import commonmark from 'commonmark-spec'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { fromMarkdown, toMarkdown } from './markdown.ts'

test('any page comes back from its Markdown as it was', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      expect(fromMarkdown(toMarkdown(page)).page.toJSON()).toEqual(page.toJSON())
    }),
    { numRuns: 120 },
  )
})

/* The examples of the CommonMark Spec, version 0.31.2 (npm commonmark-spec): its Markdown against its own HTML. */
const examples = commonmark.tests.map((example) => ({
  ...example,
  markdown: example.markdown.replaceAll('→', '\t'),
  html: example.html.replaceAll('→', '\t'),
}))

/* GitHub Flavored Markdown, “Autolinks (extension)”: a bare address is a link there, and not in CommonMark. */
const GFM_LINKS = ['602 Autolinks', '606 Autolinks', '608 Autolinks', '611 Autolinks', '612 Autolinks']

test('each example reads as its HTML reads, and survives the way out and in', () => {
  expect(examples.length).toBeGreaterThan(600)
  const differing: string[] = []
  for (const { markdown, html, number, section } of examples) {
    const { page } = fromMarkdown(markdown)
    if (!page.eq(readPage(html).page)) differing.push(`${number} ${section}`)
    expect(fromMarkdown(toMarkdown(page)).page.toJSON(), `out and in, example ${number}`).toEqual(page.toJSON())
  }
  expect(differing).toEqual(GFM_LINKS)
})

test('formulas stand between dollar signs, and money does not', () => {
  const read = (markdown: string): string => writePage(fromMarkdown(markdown).page, 'source').replace('<h1></h1>\n', '')
  expect(read('So $a^2$ is.\n\n$$\nx < 1\n$$\n')).toBe(
    '<p>So <span data-piece="equation">a^2</span> is.</p>\n<div data-piece="equation">x &lt; 1</div>',
  )
  expect(read('It costs $5 and $6 a tonne.')).toBe('<p>It costs $5 and $6 a tonne.</p>')
  const page = readPage(
    '<p>It is <span data-piece="equation">a_1 + b</span>, or $5.</p><div data-piece="equation">c</div>',
  ).page
  expect(toMarkdown(page)).toBe('It is $a_1 + b$, or \\$5.\n\n$$\nc\n$$\n')
})

test('a named place stands in the line as HTML, the rest of which stays Markdown', () => {
  const { page } = readPage('<p>Where <strong>frost</strong> <span id="bites" data-name="Bites"></span>bites</p>')
  expect(toMarkdown(page)).toBe('Where **frost** <span id="bites" data-name="Bites"></span>bites\n')
  expect(fromMarkdown(toMarkdown(page)).page.eq(page)).toBe(true)
})
