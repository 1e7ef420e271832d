import { ErrorCodes as ERR, parseFragment, type ParserError } from 'parse5'
import fc from 'fast-check'
import { HtmlValidate } from 'html-validate'
import { expect, test } from 'vitest'
import { checkSource } from './check.ts'
import type { Diagnostic } from './diagnostic.ts'
import { checks } from './registry.ts'

/*
 * The source check against two that are not ours: what the HTML Standard calls parse errors, as parse5 tells them, and
 * html-validate, a linter of its own making, with its standard rules.
 */

const faults = fc.constantFrom(
  ...[
    '<p>',
    '</p>',
    '<div>',
    '</div>',
    '<b>',
    '</b>',
    '<i>',
    '</i>',
    '<ul>',
    '<li>',
    '</li>',
    '</ul>',
    '<h2>',
    '</h2>',
    '</h3>',
  ],
  ...[
    '<table>',
    '<tr>',
    '<td>',
    '</td>',
    '</table>',
    '<a href="/x">',
    '</a>',
    '<span>',
    '</span>',
    '<select>',
    '</select>',
  ],
  ...[
    '<p class="a" class="b">',
    '<p class=a"b>',
    '<p class="a"id="b">',
    '<p =x>',
    '<p class=>',
    '</p class="x">',
    '</p/>',
    '<p / id="c">',
  ],
  ...['&copy', '&copy ', '&nosuch;', '&#0;', '&#;', '&#x80;', '&#xD800;', '&#x110000;', '\u0001', '\ufdd0', '\u0000'],
  ...['<3', '</>', '<?php ?>', '<!x>', '<![CDATA[x]]>', '<!-- <!-- -->', '<!-- --!>', '<!-->', 'words', ' ', '\n'],
)

/** The lines that a finding is about: of what it marks, and of what its repairs change. */
function linesOf(text: string, { from, to, repairs }: Diagnostic): Set<number> {
  const line = (offset: number): number => text.slice(0, offset).split('\n').length
  const found = new Set<number>()
  for (let at = line(from); at <= line(to); at++) found.add(at)
  for (const { edits } of repairs) for (const edit of edits) found.add(line(edit.from)).add(line(edit.to))
  return found
}

/** Each part in a line of its own. */
const lined = fc.array(faults, { maxLength: 14 }).map((parts) => `${parts.join('\n')}\n`)

test('whatever the parser calls an error is told, at its line', () => {
  let told = 0
  fc.assert(
    fc.property(lined, (text) => {
      const errors: ParserError[] = []
      parseFragment(text, { sourceCodeLocationInfo: true, onParseError: (error) => void errors.push(error) })
      const found = checkSource(text)
      // What follows from a tag that is never finished is told as that.
      if (found.some(({ rule }) => rule === 'unfinished')) return
      const lines = new Set(found.flatMap((each) => [...linesOf(text, each)]))
      for (const { code, startLine } of errors) {
        if (code === ERR.openElementsLeftAfterEof) continue
        expect(lines.has(startLine), `${code} in line ${startLine} of ${JSON.stringify(text)}`).toBe(true)
        told++
      }
    }),
    { numRuns: 3000 },
  )
  expect(told).toBeGreaterThan(1000)
})

/**
 * What the linter tells and we don't: matters of style; more than one field in a label, which the proof of pages knows
 * nothing of yet; and three things that the HTML Standard allows by now (quotations and folds in heads of tables, terms
 * and addresses; `div` in `select`).
 */
const NOT_OURS = /^(no-inline-style|doctype-style|multiple-labeled-controls)$/
const ALLOWED =
  /^<(blockquote|details|fieldset|figure)> element is not permitted as a descendant of <(th|dt|address)>|^<div> .* under <select>/

const linter = new HtmlValidate({ extends: ['html-validate:standard'] })

/** What the linter says of a text that it can take apart. */
function linted(text: string): readonly { ruleId: string; message: string; line: number }[] {
  const messages = linter.validateStringSync(text).results.flatMap((each) => each.messages)
  return messages.some(({ ruleId }) => ruleId === 'parser-error')
    ? []
    : messages.filter(({ ruleId, message }) => !NOT_OURS.test(ruleId) && !ALLOWED.test(message))
}

/** The findings of the linter in lines in which we find nothing. */
function untold(text: string): string[] {
  const lines = new Set(checkSource(text).flatMap((each) => [...linesOf(text, each)]))
  return linted(text)
    .filter(({ line }) => !lines.has(line))
    .map(({ ruleId, message, line }) => `${ruleId}: ${message} in line ${line} of ${JSON.stringify(text)}`)
}

test.each(checks.flatMap(({ id, bad }) => bad.map(({ html }) => [id, html] as const)))(
  '%s: %s: an independent linter finds nothing in lines where we don’t',
  (_id, html) => expect(untold(html)).toEqual([]),
)

test.each(checks.flatMap(({ good }) => good))('the linter is quiet about %s, as we are', (html) => {
  expect(linted(html)).toEqual([])
})

const NAMES =
  'p div span b a button ul ol li dl dt dd table tr td th caption thead tbody h2 section header footer details summary ' +
  'figure figcaption form label select option fieldset legend em blockquote address'

/** Elements in each other, well-formed, without regard to what may stand in what; each tag in a line of its own. */
const { nest } = fc.letrec<{ nest: string }>((tie) => ({
  nest: fc
    .tuple(
      fc.constantFrom(...NAMES.split(' ')),
      fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        fc.constant(['words']),
        fc.array(tie('nest'), { maxLength: 3 }),
      ),
    )
    .map(
      ([name, inner]) =>
        `<${name}${name === 'a' ? ' href="/x"' : name === 'button' ? ' type="button"' : ''}>\n${inner.join('\n')}\n</${name}>`,
    ),
}))

test('the first thing that the linter finds in elements that stand in each other is told, at its line', () => {
  let told = 0
  fc.assert(
    fc.property(nest, (text) => {
      const first = Math.min(...linted(text).map(({ line }) => line))
      // What comes after it may follow from it: a parser goes on in one way or another.
      expect(untold(text).filter((each) => each.includes(` in line ${first} of `))).toEqual([])
      if (first < Infinity) told++
    }),
    { numRuns: 600 },
  )
  expect(told).toBeGreaterThan(100)
})
