import type { Node } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { foreignHtml } from '../../test/shared/foreign-html.ts'
import { Random } from '../../test/shared/random-edits.ts'
import { problemOfPage } from '../document/check.ts'
import { plainText } from '../document/plain-text.ts'
import { schema } from '../document/schema.ts'
import type { ImportResult } from '../formats/imported.ts'
import { readMarkdown, readWebText } from '../formats/read-markdown.ts'
import { cleanHtml } from '../paste/clean.ts'
import { readPage } from './read.ts'

const freshIds = (): (() => string) => {
  let id = 0
  return () => `id${id++}`
}
const pagesOf = (result: ImportResult): Node[] =>
  result.ok
    ? [result.imported.opening, ...result.imported.parts.flatMap(({ chapters }) => chapters)].map(({ page }) => page)
    : []
const passage = (blocks: readonly Node[]): Node =>
  schema.node('doc', null, [schema.node('title'), ...(blocks.length > 0 ? blocks : [schema.node('paragraph')])])

/**
 * Every reader of outside content that takes HTML, as pages. Words in files of Word and e-books come through the same
 * reader.
 */
const READERS: Record<string, (html: string) => Node[]> = {
  paste: (html) => [passage(cleanHtml(html).blocks)],
  source: (html) => [readPage(html).page],
  'a web page': (html) => pagesOf(readWebText(html, 'page', 'A name', freshIds())),
  'a web page as a book': (html) => pagesOf(readWebText(html, 'book', 'A name', freshIds())),
  Markdown: (html) => pagesOf(readMarkdown(`Some words.\n\n${html}\n\nMore words.`, 'page', 'A name', freshIds())),
}

test.each(Object.keys(READERS))(
  '%s: whatever comes in, the words that a reader sees come out, and the page is right',
  (name) => {
    let count = 0
    for (let seed = 1; seed <= 1000; seed++) {
      const { html, words } = foreignHtml(new Random(seed), () => `word${count++}.`)
      const pages = READERS[name]!(html)
      for (const page of pages) expect(problemOfPage(page), `seed ${seed}: ${html}`).toBeNull()
      const text = pages.map((page) => plainText(page)).join('\n')
      expect(
        words.filter((word) => !text.includes(word)),
        `seed ${seed}: ${html}`,
      ).toEqual([])
    }
  },
)
