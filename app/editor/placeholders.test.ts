import { EditorState } from '@tiptap/pm/state'
import type { DecorationSet } from '@tiptap/pm/view'
import { expect, test } from 'vitest'
import { schema } from '../../core/document/schema.ts'
import { readPage } from '../../core/html/read.ts'
import { placeholders } from './placeholders.ts'

/** What stands in the empty places of a page, in order. */
function said(html: string): string[] {
  const plugin = placeholders()
  const state = EditorState.create({ schema, doc: readPage(html).page, plugins: [plugin] })
  const found = plugin.getState(state) as DecorationSet
  return found
    .find()
    .sort((a, b) => a.from - b.from)
    .map((each) => (each as unknown as { type: { attrs: Record<string, string> } }).type.attrs['data-placeholder']!)
}

test('empty places with a purpose say what it is', () => {
  expect(said('<h1></h1><p></p>')).toEqual(['Title of the page', 'Begin writing here'])
  expect(said('<h1>T</h1><p>a</p><p></p>')).toEqual([])
  expect(
    said(
      '<h1>T</h1><div data-piece="tabs"><section><h3></h3><p></p></section><section><h3>Two</h3><p></p></section></div>' +
        '<div data-piece="accordion"><section><h3></h3><p>x</p></section></div><details><summary></summary><p>x</p></details>',
    ),
  ).toEqual(['Tab 1', 'Part 1', 'What is pressed to open it'])
  expect(
    said(
      '<h1>T</h1><div data-piece="practice"><div data-part="prompt"><p></p></div><div data-part="answer"><p></p><div data-part="feedback"><p></p></div></div><div data-part="answer"><p>b</p></div></div>' +
        '<figure data-piece="picture"><img src="/files/w/480" width="9" height="9" alt="A wall"><figcaption></figcaption></figure>',
    ),
  ).toEqual([
    'The question',
    'Answer 1',
    'Feedback for whoever chooses it',
    'Feedback for whoever chooses it',
    'A caption, if it needs one',
  ])
})
