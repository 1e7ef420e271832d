import { expect, test } from 'vitest'
import { stateAt } from '../../../test/shared/editor-state.ts'
import { writePage } from '../../../core/html/write.ts'
import { linked } from './from-plan.ts'

const GATES = { id: 'gates', title: 'Gates' }

/** What a page is when an entry is dropped where the cursor is, or on what is marked. */
function dropped(html: string): string | null {
  const state = stateAt(`<h1>A</h1>${html}`)
  const made = linked(state, state.selection.to, GATES)
  return made && writePage(made.doc, 'source').split('\n').slice(1).join('\n').trim()
}

test.each([
  ['between words', '<p>See ‸ first.</p>', '<p>See <a href="gates">Gates</a> first.</p>'],
  ['right at a word', '<p>See‸first.</p>', '<p>See <a href="gates">Gates</a> first.</p>'],
  [
    'before a full stop, in bold',
    '<p><b>See‸.</b></p>',
    '<p><strong>See </strong><a href="gates"><strong>Gates</strong></a><strong>.</strong></p>',
  ],
  ['on what is marked', '<p>See ‸the gates‸.</p>', '<p>See <a href="gates">the gates</a>.</p>'],
  [
    'into a link',
    '<p><a href="walls">one‸two</a></p>',
    '<p><a href="walls">one</a> <a href="gates">Gates</a> <a href="walls">two</a></p>',
  ],
])('a link from the plan, %s', (_name, html, after) => {
  expect(dropped(html)).toBe(after)
})

test('none stands in a title or in code', () => {
  const state = stateAt('<h1>A‸</h1><p>x</p>')
  expect(linked(state, 1, GATES)).toBe(null)
  expect(dropped('<pre>let x‸</pre>')).toBe(null)
})
