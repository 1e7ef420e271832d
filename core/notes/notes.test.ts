import { parseFragment } from 'parse5'
import { expect, test } from 'vitest'
import { fromMarkdown, toMarkdown } from '../formats/markdown.ts'
import { passageHtml } from '../html/passage-html.ts'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { fillSlots } from '../html/slots.ts'
import { writePage } from '../html/write.ts'
import { passageFromJson } from '../document/passage.ts'
import { plainText } from '../document/plain-text.ts'
import { cleanHtml } from '../paste/clean.ts'
import { attribute, everyElement, textOf } from '../tree/tree.ts'

const source = (html: string): string => writePage(readPage(html).page, 'source').replace(/^<h1><\/h1>\n?/, '')
const NOTE = '<p>Old<span role="doc-footnote">See <em>Walls</em>, p. 4</span> walls.</p>'

test.each([
  [
    'DPUB-ARIA 1.1 (W3C, examples of “doc-noteref” and “doc-endnotes”, from memory)',
    '<p>Old<a id="r1" href="#n1" role="doc-noteref">1</a> walls.</p><section role="doc-endnotes"><h2>Notes</h2><ol><li id="n1">See <i>Walls</i>, p. 4 <a href="#r1" role="doc-backlink">↩</a></li></ol></section>',
  ],
  [
    'EPUB 3 (IDPF, “Structural Semantics Vocabulary”: noteref and footnote, from memory)',
    '<p>Old<sup><a epub:type="noteref" href="#n1">1</a></sup> walls.</p><aside epub:type="footnote" id="n1"><p>See <i>Walls</i>, p. 4</p></aside>',
  ],
  [
    'as word processors put them on the clipboard (common practice)',
    '<p class=MsoNormal>Old<a style="mso-footnote-id:ftn1" href="#_ftn1" name="_ftnref1"><span class=MsoFootnoteReference><span>[1]</span></span></a> walls.</p><div style="mso-element:footnote-list"><br clear=all><hr align=left size=1 width="33%"><div style="mso-element:footnote" id=ftn1><p class=MsoFootnoteText><a href="#_ftnref1" name="_ftn1"><span class=MsoFootnoteReference>[1]</span></a> See <i>Walls</i>, p. 4</p></div></div>',
  ],
  [
    'as word processors in the browser do (common practice)',
    '<p>Old<sup><a href="#ftnt1" id="ftnt_ref1">[1]</a></sup> walls.</p><hr><div><p><a href="#ftnt_ref1" id="ftnt1">[1]</a> See <i>Walls</i>, p. 4</p></div>',
  ],
])('notes are read where they belong: %s', (_name, html) => {
  expect(source(html).replace('\n<hr>', '')).toBe(NOTE)
  const pasted = cleanHtml(html).blocks.map((block) => block.toJSON() as unknown)
  expect(JSON.stringify(pasted)).toContain('"type":"footnote"')
})

test.each([
  [
    'a list of contents and its headings',
    '<ol><li><a id="t1" href="#s1">1</a></li></ol><h2 id="s1"><a href="#t1">One</a></h2><p>a</p>',
  ],
  ['a link to a place', '<p>See <a href="#a">1</a></p><p id="a">Nothing leads back.</p>'],
  ['words that link', '<p id="x">See <a id="r" href="#a">the other one</a></p><p id="a"><a href="#r">back</a></p>'],
])('no notes: %s', (_name, html) => expect(source(html)).not.toContain('doc-footnote'))

test('what two marks lead to is said at both, and several paragraphs become one line', () => {
  const html =
    '<p>a<a id="r1" href="#n">*</a> b<a id="r2" href="#n">*</a></p><ul><li id="n"><p>One.</p><p>Two. <a href="#r1">↩</a> <a href="#r2">↩</a></p></li></ul>'
  expect(source(html)).toBe(
    '<p>a<span role="doc-footnote">One. Two.</span> b<span role="doc-footnote">One. Two.</span></p>',
  )
})

/** What students receive, as a tree. */
const published = (html: string) => [
  ...everyElement(
    parseFragment(fillSlots(renderPage(readPage(html).page).segments, (slot) => slot.replace('word-', ''))).childNodes,
  ),
]

test('students have a number where each note stands, its words below, and a way there and back', () => {
  const all = published(
    `<h2 id="note-1">Own place</h2>${NOTE}<div data-piece="box"><p>And<span role="doc-footnote">so</span></p></div>`,
  )
  const marks = all.filter((each) => attribute(each, 'role') === 'doc-noteref')
  const places = new Map(all.map((each) => [attribute(each, 'id'), each]))
  expect(marks.map(textOf)).toEqual(['1', '2'])
  for (const mark of marks) {
    const item = places.get(attribute(mark, 'href')!.slice(1))!
    expect(item.tagName).toBe('li')
    const back = [...everyElement(item.childNodes)].find((each) => attribute(each, 'role') === 'doc-backlink')!
    expect(places.get(attribute(back, 'href')!.slice(1))).toBe(mark)
    expect(attribute(back, 'aria-label')).toBe('pieces.noteBack')
  }
  const section = all.find((each) => attribute(each, 'role') === 'doc-endnotes')!
  expect(attribute(section, 'aria-label')).toBe('pieces.notes')
  const ids = all.flatMap((each) => attribute(each, 'id') ?? [])
  expect(new Set(ids).size).toBe(ids.length)
})

test('what students receive is read as the page it was made of', () => {
  const { page } = readPage(NOTE)
  const html = fillSlots(renderPage(page).segments, (slot) => slot)
  expect(readPage(`<h1></h1>${html}`).page.eq(page)).toBe(true)
})

test('in a post a note stands in brackets, as it does in plain text', () => {
  const post = passageFromJson({
    type: 'passage',
    content: readPage(NOTE)
      .page.children.slice(1)
      .map((block) => block.toJSON() as unknown),
  })
  expect(passageHtml(post)).toBe('<p>Old<small class="note-here"> (See <em>Walls</em>, p. 4)</small> walls.</p>')
  expect(plainText(post)).toBe('Old (See Walls, p. 4) walls.')
})

test('Markdown has notes as GFM writes them, numbered through the page', () => {
  const { page } = readPage(`<h1>T</h1>${NOTE}<p>New<span role="doc-footnote">so</span> walls</p>`)
  const markdown = toMarkdown(page)
  expect(markdown).toBe('# T\n\nOld[^1] walls.\n\n[^1]: See _Walls_, p. 4\n\nNew[^2] walls\n\n[^2]: so\n')
  expect(fromMarkdown(markdown).page.eq(page)).toBe(true)
})
