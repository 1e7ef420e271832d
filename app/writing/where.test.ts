import { expect, test } from 'vitest'
import { stateAt } from '../../test/shared/editor-state.ts'
import { pieceWords, wayTo, whereWords } from './where.ts'

const said = (body: string): [string, string] => {
  const state = stateAt(`<h1>T</h1>${body}`)
  return [whereWords(state), pieceWords(wayTo(state))]
}

test('where the cursor is, innermost first', () => {
  expect(said('<p>a‸</p>')).toEqual(['Paragraph, in Page.', 'Out of the piece.'])
  expect(
    said('<div data-piece="tabs"><section><h3>Frost</h3><p>a‸</p></section><section><h3></h3><p>b</p></section></div>'),
  ).toEqual(['Paragraph, in Frost, in Tabs, in Page.', 'In Frost, in Tabs.'])
  expect(
    said(
      '<div data-piece="tabs"><section><h3>Frost</h3><p>a</p></section><section><h3></h3><p>b‸</p></section></div>',
    )[1],
  ).toBe('In Tab 2, in Tabs.')
})
