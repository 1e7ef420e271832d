import fc from 'fast-check'
import type { Node } from 'prosemirror-model'
import { Step, type Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { openPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { schema } from '../document/schema.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { headingRun, type HeadingRun, type PartsPiece } from './headings.ts'
import { materialOfRun, reshape, reshapeAt } from './reshape/reshape.ts'
import { takeApart } from './take-apart.ts'
import { addEntry, entriesOf, moveEntry, removeEntry } from './parts.ts'

/** What holds for every change of structure: a right page, undone it is what it was, its steps survive JSON. */
function lawful(page: Node, transform: Transform | null): Node {
  expect(transform).not.toBeNull()
  const { doc, steps, docs } = transform!
  expect(problemOfPage(doc)).toBeNull()
  let back = doc
  for (let at = steps.length - 1; at >= 0; at--) back = steps[at]!.invert(docs[at]!).apply(back).doc!
  expect(back.eq(page)).toBe(true)
  const sent = steps.reduce(
    (now, step) => Step.fromJSON(schema, JSON.parse(JSON.stringify(step)) as object).apply(now).doc!,
    page,
  )
  expect(sent.eq(doc)).toBe(true)
  return doc
}

const headingsToParts = (of: Node, run: HeadingRun, piece: PartsPiece) => reshape(of, materialOfRun(of, run), piece)
const partsToHeadings = (of: Node, position: number) => reshapeAt(of, position, 'headings')

const page = (html: string): Node => readPage(`<h1>T</h1>${html}`).page
const html = (of: Node): string => writePage(of, 'source').replace(/^<h1>T<\/h1>\n?/, '')
const at = (of: Node, words: string): number => {
  let found = -1
  of.descendants((node, position) => {
    if (node.isText && found < 0 && node.text?.includes(words)) found = position
  })
  return found
}
const pieceAt = (of: Node, name: string): number => {
  let found = -1
  of.descendants((node, position) => {
    if (found < 0 && node.type.name === name) found = position
  })
  return found
}

const THREE =
  '<p>before</p>\n<h3 id="flat">On the <em>flat</em></h3>\n<p>a</p>\n<h4>deeper</h4>\n<p>b</p>\n<h3>On a slope</h3>\n<p>c</p>\n<h3>Across</h3>\n<p>d</p>\n<h2>Next</h2>\n<p>after</p>'

test('a cursor under one of three headings means all three, up to the next higher', () => {
  const start = page(THREE)
  const run = headingRun(start, at(start, 'deeper') + 9, at(start, 'deeper') + 9)
  expect(run?.titles).toEqual(['On the flat', 'On a slope', 'Across'])
  const made = lawful(start, headingsToParts(start, run!, 'tabs'))
  expect(html(made)).toBe(
    '<p>before</p>\n<div data-piece="tabs"><section id="flat"><h3>On the <em>flat</em></h3><p>a</p><h4>deeper</h4><p>b</p></section><section><h3>On a slope</h3><p>c</p></section><section><h3>Across</h3><p>d</p></section></div>\n<h2>Next</h2>\n<p>after</p>',
  )
})

test('a selection means the headings in it alone, and what stands under the last', () => {
  const start = page(THREE)
  const run = headingRun(start, at(start, 'On the'), at(start, 'slope') + 3)
  expect(run?.titles).toEqual(['On the flat', 'On a slope'])
  expect(html(lawful(start, headingsToParts(start, run!, 'accordion')))).toContain(
    '<section><h3>On a slope</h3><p>c</p></section></div>\n<h3>Across</h3>',
  )
})

test('headings to tabs to accordion and back to headings is where it began', () => {
  const start = page(THREE)
  const run = headingRun(start, at(start, 'c'), at(start, 'c'))!
  const tabs = lawful(start, headingsToParts(start, run, 'tabs'))
  const accordion = lawful(tabs, reshapeAt(tabs, pieceAt(tabs, 'tabs'), 'accordion'))
  const back = lawful(accordion, partsToHeadings(accordion, pieceAt(accordion, 'accordion')))
  expect(back.eq(start)).toBe(true)
})

test('where no heading leads there is nothing to make parts of', () => {
  const start = page('<p>a</p><p>b</p>')
  expect(headingRun(start, at(start, 'b'), at(start, 'b'))).toBeNull()
  expect(partsToHeadings(start, at(start, 'a'))).toBeNull()
  expect(reshapeAt(start, 0, 'tabs')).toBeNull()
})

test('the links of a heading are not lost when it becomes a title', () => {
  const start = page('<h2>See <a href="https://walls.example/">the map</a><br>twice</h2><p>a</p>')
  const run = headingRun(start, at(start, 'See'), at(start, 'See'))!
  expect(html(lawful(start, headingsToParts(start, run, 'tabs')))).toBe(
    '<div data-piece="tabs"><section><h2>See the map twice</h2><p><a href="https://walls.example/">the map</a></p><p>a</p></section></div>',
  )
})

test('what a title can’t hold goes beneath it: links, equations, notes', () => {
  const start = page(
    '<h2>See <a href="#x">there</a><span role="doc-footnote">why</span> <span data-piece="equation">x^2</span></h2><p>a</p>',
  )
  const made = lawful(start, headingsToParts(start, headingRun(start, 4, 4)!, 'tabs'))
  expect(writePage(made, 'source')).toContain(
    '<h2>See there</h2><p><a href="#x">there</a><span role="doc-footnote">why</span> <span data-piece="equation">x^2</span></p><p>a</p>',
  )
})

test('on any page: no letter is lost, and what was made can be unmade', () => {
  const inRuns = fc
    .tuple(openPage, fc.nat())
    .map(([start, spot]) => ({ start, run: runAt(start, spot % (start.content.size + 1)) }))
    .filter(({ run }) => run !== null)
  fc.assert(
    fc.property(inRuns, ({ start, run: found }) => {
      const run = found!
      const transform = headingsToParts(start, run, 'tabs')
      const tabs = lawful(start, transform)
      for (const letter of new Set(start.textContent)) expect(tabs.textContent).toContain(letter)
      const back = lawful(tabs, partsToHeadings(tabs, run.from))
      expect(back.textContent.replaceAll(' ', '').length).toBeGreaterThanOrEqual(
        start.textContent.replaceAll(' ', '').length,
      )
    }),
    { numRuns: 60 },
  )
})

/** The run of headings at a place, where it is not too deep for one level more. */
function runAt(start: Node, place: number): HeadingRun | null {
  const run = headingRun(start, place, place)
  return run && start.resolve(run.from).depth <= 20 ? run : null
}

const TABS =
  '<div data-piece="tabs"><section id="x"><h3>A</h3><p>a</p></section><section><h3>B</h3><p>b</p></section><section><h3>C</h3><p>c</p></section></div>'
const titles = (of: Node): string[] =>
  entriesOf(of, pieceAt(of, 'tabs')).map(({ node }) => node.firstChild?.textContent ?? '')

test('parts are added, moved and taken out; the last one stays', () => {
  const start = page(TABS)
  const tabs = pieceAt(start, 'tabs')
  expect(titles(lawful(start, moveEntry(start, tabs, 0, 2)))).toEqual(['B', 'C', 'A'])
  expect(titles(lawful(start, moveEntry(start, tabs, 2, 0)))).toEqual(['C', 'A', 'B'])
  expect(titles(lawful(start, moveEntry(start, tabs, 1, 0)))).toEqual(['B', 'A', 'C'])
  expect(moveEntry(start, tabs, 1, 1)).toBeNull()
  expect(moveEntry(start, tabs, 0, 9)).toBeNull()
  const four = lawful(start, addEntry(start, tabs))
  expect(titles(four)).toEqual(['A', 'B', 'C', ''])
  expect(titles(lawful(start, addEntry(start, tabs, 0)))).toEqual(['A', '', 'B', 'C'])
  const two = lawful(start, removeEntry(start, tabs, 1))
  expect(titles(two)).toEqual(['A', 'C'])
  const one = lawful(two, removeEntry(two, pieceAt(two, 'tabs'), 0))
  expect(removeEntry(one, pieceAt(one, 'tabs'), 0)).toBeNull()
})

test('answers and columns are rows too; other pieces have none', () => {
  const start = page('<div data-piece="columns"><div><p>a</p></div><div><p>b</p></div></div><ul><li>x</li></ul>')
  const columns = pieceAt(start, 'columns')
  expect(entriesOf(lawful(start, addEntry(start, columns)), columns)).toHaveLength(3)
  expect(addEntry(start, pieceAt(start, 'bulletList'))).toBeNull()
  const question = page(
    '<div data-piece="practice"><div data-part="prompt"><p>?</p></div><div data-part="answer"><p>a</p></div></div>',
  )
  expect(
    entriesOf(lawful(question, addEntry(question, pieceAt(question, 'practice'))), pieceAt(question, 'practice')),
  ).toHaveLength(2)
})

test.each([
  ['box', '<div data-piece="box"><p>a</p><hr></div>', '<p>a</p>\n<hr>'],
  ['quotation', '<blockquote><p>a</p></blockquote>', '<p>a</p>'],
  [
    'columns',
    '<div data-piece="columns"><div><p>a</p></div><div><p>b</p><p>c</p></div></div>',
    '<p>a</p>\n<p>b</p>\n<p>c</p>',
  ],
  ['reveal', '<details><summary>Why <em>not</em></summary><p>a</p></details>', '<p>Why <em>not</em></p>\n<p>a</p>'],
  ['reveal', '<details><summary></summary><p>a</p></details>', '<p>a</p>'],
  ['tabs', TABS, '<h3 id="x">A</h3>\n<p>a</p>\n<h3>B</h3>\n<p>b</p>\n<h3>C</h3>\n<p>c</p>'],
])('a %s is taken away and what it holds stays', (name, source, left) => {
  const start = page(source)
  expect(html(lawful(start, takeApart(start, pieceAt(start, name))))).toBe(left)
})

test('a list or a question is not taken apart so', () => {
  const start = page('<ul><li>a</li></ul>')
  expect(takeApart(start, pieceAt(start, 'bulletList'))).toBeNull()
  expect(takeApart(start, start.content.size)).toBeNull()
})
