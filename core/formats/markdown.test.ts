import commonmark from 'commonmark-spec'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { readPage } from '../html/read.ts'
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
