import { expect, test } from 'vitest'
import { readPage } from './read.ts'
import { renderPage } from './render.ts'
import { fillSlots } from './slots.ts'
import { slug } from './slug.ts'

test('each heading can be linked to, by its own id or by its words', () => {
  const { title, headings, segments } = renderPage(
    readPage(
      '<h1>Walls</h1><h2 id="own">A</h2><h2>Where the water goes</h2><div style="background:#fff"><h3>Where the water goes</h3></div><h2></h2><h4>石</h4>',
    ).page,
  )
  expect(title).toBe('Walls')
  expect(headings).toEqual([
    { level: 2, id: 'own', text: 'A' },
    { level: 2, id: 'where-the-water-goes', text: 'Where the water goes' },
    { level: 3, id: 'where-the-water-goes-2', text: 'Where the water goes' },
    { level: 4, id: '石', text: '石' },
  ])
  const html = fillSlots(segments)
  expect(html).toContain('<h3 id="where-the-water-goes-2">')
  expect(html).toContain('<h2 id="part"></h2>')
  expect(html).not.toContain('<h1')
})

test('no two ids of a page are the same, also when words make an id that somebody has', () => {
  const html = fillSlots(renderPage(readPage('<h2>Water</h2><h2 id="water">x</h2><h2>Water</h2>').page).segments)
  const ids = [...html.matchAll(/id="([^"]+)"/g)].map(([, id]) => id)
  expect(new Set(ids).size).toBe(ids.length)
})

test.each([
  ['Where the water goes?', 'where-the-water-goes'],
  ['  --  ', 'part'],
  ['Über uns & mehr', 'über-uns-mehr'],
  ['x'.repeat(200), 'x'.repeat(60)],
])('the place of %j is %j', (words, name) => expect(slug(words)).toBe(name))

test('slots are filled, and a slot without a filling is an error', () => {
  expect(fillSlots(['a', { slot: 'x' }, 'b'], (slot) => (slot === 'x' ? '<i>' : undefined))).toBe('a<i>b')
  expect(() => fillSlots([{ slot: 'x' }])).toThrow('Nothing fills the slot “x”.')
})

test('a box carries a text colour that can be read on its ground', () => {
  expect(fillSlots(renderPage(readPage('<div style="background:#23302f"><p>x</p></div>').page).segments)).toContain(
    'style="background-color: #23302f; color: #fffdf8"',
  )
})

const published = (html: string): string => fillSlots(renderPage(readPage(html).page).segments, (slot) => `[${slot}]`)

test('tabs and accordions are sections with headings, which is all there is without script', () => {
  expect(
    published(
      '<h2>A</h2><div data-piece="tabs"><section><h4>One</h4><p>1</p></section><section><h4></h4><p>2</p></section></div>',
    ),
  ).toBe(
    '<h2 id="a">A</h2>\n<div class="tabs" data-piece="tabs"><section class="part"><h4 id="one">One</h4><p>1</p></section><section class="part"><h4 id="part"></h4><p>2</p></section></div>',
  )
})

test('a list of contents names the headings that come before and after it, as deep as it goes', () => {
  expect(
    published('<nav data-piece="contents" data-deepest="3"></nav><h2>A</h2><h3>B</h3><h4>C</h4><h2>D &amp; E</h2>'),
  ).toContain(
    '<ul><li><a href="#a">A</a><ul><li><a href="#b">B</a></li></ul></li><li><a href="#d-e">D &amp; E</a></li></ul></nav>',
  )
  // Headings that begin too deep and come back up lose none.
  expect(
    published('<nav data-piece="contents" data-deepest="4"></nav><h4>A</h4><h2>B</h2><h4>C</h4><h3>D</h3>').match(
      /<a /g,
    ),
  ).toHaveLength(4)
})

const QUESTION =
  '<div data-piece="practice"><div data-part="prompt"><p>Which?</p></div><div data-part="answer" data-right="yes"><p>This</p><div data-part="feedback"><p>Secret yes</p></div></div><div data-part="answer" data-right="no"><p>That</p><div data-part="feedback"><p>Secret no</p></div></div></div>'

test('a practice question keeps its right answers and its feedback back', () => {
  const html = published(QUESTION)
  expect(html).not.toMatch(/Secret|right|yes/)
  expect(html).toContain(
    '<label class="answer-text"><input type="radio" name="answer" value="0" form="question-1-form">This</label>',
  )
  expect(html).toContain('<div class="practice-result" role="status">[result-question-1]</div>')
})

test('questions within questions have forms of their own, none inside another', () => {
  const nested = QUESTION.replace('<p>Which?</p>', QUESTION)
  const html = published(nested)
  expect(html.match(/<form[^>]*><\/form>/g)).toHaveLength(2)
  expect(new Set([...html.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id)).size).toBe(html.match(/ id="/g)?.length)
})

test('the code of an HTML piece is not in the page: its frame has an address for each moment', () => {
  const html = published('<iframe srcdoc="&lt;script>steal()&lt;/script>" title="Gauge"></iframe>')
  expect(html).not.toContain('steal')
  expect(html).toContain('src="[sealed-0]"')
  expect(html).toContain('sandbox="allow-scripts"')
})

test('what is preformatted in a known language gets its colours by classes, and keeps its words', () => {
  const html = fillSlots(
    renderPage(readPage('<pre><code class="language-js">let x = "&lt;b>"</code></pre><pre>let y</pre>').page).segments,
  )
  expect(html).toContain('<span class="hljs-keyword">let</span> x = <span class="hljs-string">"&lt;b&gt;"</span>')
  expect(html).toContain('<pre><code>let y</code></pre>')
})

test('a heading is called by its words: none of its notes, an equation as it was typed, lines apart', () => {
  const { page } = readPage(
    '<h2>Frost<span role="doc-footnote">See walls.</span> and <span data-piece="equation">x^2</span><br>rain</h2>',
    { isPassage: true },
  )
  expect(renderPage(page).headings).toEqual([{ level: 2, id: 'frost-and-x-2-rain', text: 'Frost and x^2 rain' }])
})
