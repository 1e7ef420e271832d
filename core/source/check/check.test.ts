import fc from 'fast-check'
import { readdirSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { anyPage } from '../../../test/shared/pages.ts'
import { printSource } from '../print.ts'
import { checkSource, repaired } from './check.ts'
import { checks } from './registry.ts'
import { sourceOf } from './written.ts'

const told = (html: string): string[] => checkSource(html).map(({ line, rule }) => `${line} ${rule}`)
/** The source after the first repair of its first diagnostic. */
const mended = (html: string, repair = 0): string => repaired(html, checkSource(html)[0]!.repairs[repair]!.edits)

test('every file of checks is in the registry under its name', () => {
  expect(
    readdirSync(new URL('checks/', import.meta.url))
      .map((file) => file.replace('.ts', ''))
      .sort(),
  ).toEqual(checks.map(({ id }) => id).sort())
})

describe.each(checks.map((each) => [each.id, each] as const))('%s', (_id, check) => {
  test('says why, and has an example of everything it finds', () => {
    expect(check.why.length).toBeGreaterThan(40)
    expect(check.good.length).toBeGreaterThan(0)
    for (const rule of check.finds)
      expect(
        check.bad.some(({ told: lines }) => lines.some((line) => line.endsWith(` ${rule}`))),
        rule,
      ).toBe(true)
    for (const { html } of check.bad)
      for (const { rule } of check.look(sourceOf(html))) expect(check.finds).toContain(rule)
  })

  test.each(check.good)('is quiet about %s', (html) => expect(checkSource(html)).toEqual([]))

  test.each(check.bad)(
    'finds what is wrong in $html, and its repair leaves nothing',
    ({ html, told: expected, repaired: after }) => {
      expect(told(html)).toEqual(expected)
      if (after === null) return
      expect(mended(html)).toBe(after)
      expect(checkSource(after)).toEqual([])
    },
  )
})

test('every sentence stands at its line and column, and says where what', () => {
  const [first] = checkSource('<p>a</p>\n  <div>\n<p>b</p>')
  expect(first).toMatchObject({ line: 2, column: 3, severity: 'error' })
  expect(first!.message).toBe('“<div>” is never closed. What follows lies in it to the end of the page.')
  expect(checkSource('<b><i></b></i>')[0]!.message).toContain('opened inside it (line 1)')
})

test('our own source has nothing to find in it', () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const found = checkSource(printSource(page).html).filter(
        ({ rule, message }) =>
          !(rule === 'dead-target' || rule === 'duplicate-id') &&
          !message.includes('“/a b”') &&
          // The pages are made without regard to sense: headings in the heads of tables.
          !/“h[2-6]” may not stand in “(th|dt)”/.test(message),
      )
      expect(found).toEqual([])
    }),
    { numRuns: 200 },
  )
})

test('what an HTML piece holds runs sealed, and is no fault of the page', () => {
  const html =
    '<iframe data-piece="html" title="a" srcdoc="<script>x()</script><p onclick=&quot;y()&quot;>b</p>"></iframe>'
  expect(checkSource(html)).toEqual([])
})

test('any text is checked without throwing, and every repair can be made', () => {
  const piece = fc.constantFrom(
    '<p>',
    '</p>',
    '<div>',
    '</div>',
    '<b>',
    '</b>',
    '<ul>',
    '<li>',
    '</ul>',
    '<table>',
    '<td>',
    '</table>',
    '<a href="#x">',
    '</a>',
    '<script>',
    '<p id="x">',
    '<font color=red>',
    '</font>',
    'words',
    '\n',
    '<',
    '"',
    '<img onerror=x>',
    '<textarea>',
    '<plaintext>',
    '</svg>',
  )
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 30 }), (parts) => {
      const text = parts.join('')
      for (const { repairs, from, to, line } of checkSource(text)) {
        expect(from).toBeLessThanOrEqual(to)
        expect(line).toBeGreaterThan(0)
        for (const { edits } of repairs) expect(repaired(text, edits)).not.toBe(text)
      }
    }),
    { numRuns: 500 },
  )
})
