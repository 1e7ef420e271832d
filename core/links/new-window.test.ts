import { expect, test } from 'vitest'
import { fromMarkdown, toMarkdown } from '../formats/markdown.ts'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { fillSlots, filledWord } from '../html/slots.ts'
import { writePage } from '../html/write.ts'
import { cleanHtml } from '../paste/clean.ts'
import { sayIn } from '../words/say.ts'

const published = (html: string, language: 'en' | 'ar' = 'en'): string =>
  fillSlots(renderPage(readPage(html).page).segments, (slot) => filledWord(slot, sayIn(language)))
const pasted = (html: string): string => {
  const [block] = cleanHtml(html).blocks
  return writePage(readPage('<h1>x</h1>').page.copy().type.create(null, [block!]), 'source')
}

const LINK = '<p><a href="https://walls.example/" target="_blank">all <b>walls</b> of it</a></p>'

test('a link that opens a new window says so after its words, once, in the language of the course', () => {
  expect(published(LINK)).toBe(
    '<p><a href="https://walls.example/" target="_blank" rel="noopener noreferrer">all <strong>walls</strong> of it<span class="new-window"> (opens a new window)</span></a></p>',
  )
  expect(published(LINK, 'ar')).toContain('<span class="new-window"> (يُفتح في نافذة جديدة)</span>')
  expect(published(LINK.replace('_blank', '_self'))).not.toMatch(/target|rel=|new-window/)
})

test('what is said of a link in a heading is none of its words', () => {
  const { page } = readPage('<h2><a href="https://walls.example/" target="_blank">Walls</a></h2>')
  expect(renderPage(page).headings).toEqual([{ level: 2, id: 'walls', text: 'Walls' }])
})

test('what is said is no content when a published page is read or pasted again', () => {
  const again = readPage(published(LINK))
  expect(again.notes).toEqual([])
  expect(again.page.eq(readPage(LINK).page)).toBe(true)
  expect(pasted(published(LINK))).toBe(LINK.replace(/(<\/?)b>/g, '$1strong>'))
})

test('in Markdown its tags stay, and its words are Markdown', () => {
  const { page } = readPage(LINK.replace('<p>', '<p>See '))
  expect(toMarkdown(page)).toBe('See <a href="https://walls.example/" target="_blank">all **walls** of it</a>\n')
  expect(fromMarkdown(toMarkdown(page)).page.eq(page)).toBe(true)
  const sign = readPage('<p>See <a href="https://a.example/" title="1 > 0" target="_blank">it</a>.</p>').page
  expect(toMarkdown(sign)).toMatch(/^See <a .*target="_blank">it<\/a>\.\n$/)
  const titled = readPage('<p>See <a href="https://a.example/" title="With maps">walls</a>.</p>').page
  expect(toMarkdown(titled)).toBe('See [walls](https://a.example/ "With maps").\n')
})

test('links of others come without their windows, and without titles that say what the words say', () => {
  expect(pasted('<p><a href="https://a.example/" target="_blank" title="All walls">All walls</a></p>')).toBe(
    '<p><a href="https://a.example/">All walls</a></p>',
  )
  expect(pasted('<p><a href="https://a.example/" title="https://a.example/">Walls</a></p>')).not.toContain('title')
  expect(pasted('<p><a href="https://a.example/" title="With maps">Walls</a></p>')).toContain('title="With maps"')
})
