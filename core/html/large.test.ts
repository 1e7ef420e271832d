import { expect, test } from 'vitest'
import { problemOfPage } from '../document/check.ts'
import { cleanHtml } from '../paste/clean.ts'
import { checkSource } from '../source/check/check.ts'
import { checks } from '../source/check/registry.ts'
import { statistics } from '../document/statistics.ts'
import { readPage } from './read.ts'

/* As a minifier leaves it: one line, no quotes, no optional end tags (HTML Standard 13.1.2.4, "Optional tags"). */
const part = (at: number): string =>
  `<h2 id=h${at}>Part ${at}</h2><p class=x style=color:#333>A wall stands on <b>what lies</b> under it<ul><li>one<li>two<ul><li>deep</ul></ul><table><tr><th>Stone<th>Weight<tr><td>a<td>b</table><div><div><p>in <a href=#h${at}>a box</a></div></div>`
const PART = part(1000).length
const COUNT = Math.ceil(3_000_000 / PART)
const minified = Array.from({ length: COUNT }, (_, at) => part(1000 + at)).join('')

test('3 MB of minified HTML are read, cleaned and checked, and no word is lost', () => {
  expect(minified.length).toBeGreaterThan(2_900_000)
  expect(minified).not.toContain('\n')
  const { page } = readPage(`<h1>Long</h1>${minified}`)
  expect(problemOfPage(page)).toBeNull()
  const words = 'Part 1000 A wall stands on what lies under it one two deep Stone Weight a b in a box'.split(' ').length
  expect(statistics(page).words).toBe(COUNT * words)
  expect(cleanHtml(minified).blocks.length).toBeGreaterThanOrEqual(COUNT * 4)
  expect(checkSource(minified).map(({ rule }) => rule)).toEqual(['unquoted'])
  // One thing wrong in the last part is found at its column of the one line.
  const found = checkSource(`${minified}<div><p>open`).at(-1)
  expect(found).toMatchObject({ line: 1, column: minified.length + 1 })
}, 240_000)

test('a hundred thousand anchors in one line are read one after the other, not each with all', () => {
  const { page } = readPage(`<p>${'<a name=x>w</a> '.repeat(100_000)}</p><a name=y></a><h2>End</h2>`)
  expect(statistics(page).words).toBe(100_001)
  expect(page.lastChild?.attrs.id).toBe('y')
}, 120_000)

test.each(checks.flatMap(({ bad }) => bad.map(({ html }) => [html] as const)))(
  'so many of one fault that nobody wrote them hold nothing up: %s',
  (html) => {
    const found = checkSource(html.repeat(Math.ceil(100_000 / html.length)))
    expect(found.length).toBeGreaterThan(0)
    expect(found.length).toBeLessThanOrEqual(300)
  },
)

test.each([
  '<span>',
  '<tr>',
  '<li>',
  '<a href=x>',
  '<table>',
  '<div></p>',
  '<b><div></b>',
  '<h2>',
  '<dl><dd>',
  '<svg>',
])('thirty thousand times %s is checked without an end of the stack', (html) =>
  expect(checkSource(html.repeat(30_000)).length).toBeLessThanOrEqual(300),
)
