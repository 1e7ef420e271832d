import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { renderBlocks, renderPage } from '../html/render.ts'
import { fillSlots } from '../html/slots.ts'

const dfn = (term: string, definition: string): string => `<dfn data-definition="${definition}">${term}</dfn>`
const rendered = (html: string) => {
  const { segments, terms } = renderPage(readPage(`<h1>T</h1>${html}`).page)
  return { html: fillSlots(segments, (slot) => slot.replace('word-pieces.', '')), terms }
}

test('each term is listed once in the order of the page; each use leads to it, and it leads back to the first', () => {
  const { html, terms } = rendered(
    `<p>A ${dfn('through', 'A long stone.')} and ${dfn('batter', 'The lean.')}.</p><p>${dfn('Through', 'A long stone.')} again.</p>`,
  )
  expect(terms).toEqual([
    { term: 'through', definition: 'A long stone.', id: 'term-1' },
    { term: 'batter', definition: 'The lean.', id: 'term-2' },
  ])
  expect(html).toBe(
    `<p>A <dfn id="term-use-1"><a href="#term-1" class="term" role="doc-glossref">through</a></dfn> and <dfn id="term-use-2"><a href="#term-2" class="term" role="doc-glossref">batter</a></dfn>.</p>
<p><dfn><a href="#term-1" class="term" role="doc-glossref">Through</a></dfn> again.</p>
<section class="terms" role="doc-glossary" aria-label="terms"><dl><dt id="term-1">through</dt><dd>A long stone. <a href="#term-use-1" role="doc-backlink" aria-label="noteBack">↩</a></dd><dt id="term-2">batter</dt><dd>The lean. <a href="#term-use-2" role="doc-backlink" aria-label="noteBack">↩</a></dd></dl></section>`,
  )
})

test('one word with two meanings has two entries; names that are taken are not taken again', () => {
  const { terms } = rendered(`<h2 id="term-1">Cope</h2><p>${dfn('cope', 'The top.')} ${dfn('cope', 'To manage.')}</p>`)
  expect(terms.map(({ definition, id }) => [definition, id])).toEqual([
    ['The top.', 'term-1-2'],
    ['To manage.', 'term-2'],
  ])
})

test('a term in a link is no link in a link, and is listed all the same', () => {
  const { html, terms } = rendered(`<p><a href="https://a.example/">the ${dfn('cope', 'The top.')}</a></p>`)
  expect(html).toContain('<a href="https://a.example/">the <dfn id="term-use-1">cope</dfn></a>')
  expect(terms).toHaveLength(1)
})

test('where there are no places, a definition stands in brackets', () => {
  const { page } = readPage(`<p>A ${dfn('through', 'A long stone.')}.</p>`)
  const { written } = renderBlocks(page, page, 0, { arePlaces: false })
  expect(fillSlots(written, () => '')).toContain('through<small class="note-here"> (A long stone.)</small>')
})

test.each([
  ['<dfn title="The lean.">batter</dfn>', 'The lean.'],
  ['<span class="tooltip" title="The lean.">batter</span>', 'The lean.'],
  ['<span class="glossary-term" data-definition="The lean.">batter</span>', 'The lean.'],
  // Slanted as browsers draw it, with no definition; and a title is no definition everywhere.
  ['<dfn>batter</dfn>', null],
  ['<span title="The lean.">batter</span>', null],
])('%s', (html, definition) => {
  const marks = readPage(`<p>${html}</p>`).page.lastChild!.firstChild!.marks
  expect(marks.find(({ type }) => type.name === 'glossaryTerm')?.attrs.definition ?? null).toBe(definition)
})
