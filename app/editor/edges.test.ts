import { EditorState } from '@tiptap/pm/state'
import { GapCursor } from '@tiptap/pm/gapcursor'
import { expect, test } from 'vitest'
import { shown, stateAt } from '../../test/shared/editor-state.ts'
import { pageEdges, toEnd } from './edges.ts'

const end = (body: string): string => {
  const state = stateAt(`<h1>T</h1>${body}`)
  return shown(state.apply(toEnd(state)))
}

test('below a table or a piece the page goes on with a line; a last paragraph is gone on with', () => {
  expect(end('<table><tr><td>a</td></tr></table>')).toMatch(/<\/table>\s*<p>‸<\/p>$/)
  expect(end('<details><summary>a</summary><p>b</p></details>')).toMatch(/<\/details>\s*<p>‸<\/p>$/)
  expect(end('<p>a</p>')).toMatch(/<p>a‸<\/p>$/)
})

test('above the title there is no place for the cursor', () => {
  const { doc, schema } = stateAt('<h1>Walls</h1><table><tr><td>a</td></tr></table>')
  const state = EditorState.create({ doc, schema, plugins: [pageEdges()] })
  const above = state.apply(state.tr.setSelection(new GapCursor(doc.resolve(0))))
  expect(above.selection.from).toBe(1)
  const below = state.apply(state.tr.setSelection(new GapCursor(doc.resolve(doc.firstChild!.nodeSize))))
  expect(below.selection, 'between the title and a table there is one').toBeInstanceOf(GapCursor)
})
