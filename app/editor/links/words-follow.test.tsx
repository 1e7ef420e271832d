import type { Editor } from '@tiptap/core'
import { history, undo } from '@tiptap/pm/history'
import { TextSelection } from '@tiptap/pm/state'
import { Step } from '@tiptap/pm/transform'
import { expect, test } from 'vitest'
import { editorOn, sourceOf } from '../../../test/shared/editor-on.ts'
import { EditorSurface, localSteps } from '../../saving/local-steps.ts'
import { wordsFollow } from './words-follow.ts'

const PAGE = '<h1>W</h1><p>See <a href="#frost">Frost</a>, <a href="#frost">there</a>.</p><h2 id="frost">Frost‸</h2>'

function editorWithLinks(html = PAGE): Editor {
  const editor = editorOn(html)
  for (const plugin of [localSteps(), history(), wordsFollow()]) editor.registerPlugin(plugin)
  // As the cursor comes into the heading.
  const { selection } = editor.state
  select(editor, 1)
  select(editor, selection.head)
  return editor
}

const select = ({ view }: Editor, at: number): void =>
  view.dispatch(view.state.tr.setSelection(TextSelection.create(view.state.doc, at)))
const type = ({ view }: Editor, words: string): void => view.dispatch(view.state.tr.insertText(words))

test('links follow when the cursor leaves the heading, not before; one step back takes both back', () => {
  const editor = editorWithLinks()
  type(editor, ' bites')
  expect(sourceOf(editor)).toContain('<a href="#frost">Frost</a>')
  select(editor, 1)
  expect(sourceOf(editor)).toContain('See <a href="#frost">Frost bites</a>, <a href="#frost">there</a>.')
  undo(editor.state, editor.view.dispatch)
  expect(sourceOf(editor)).toContain('<a href="#frost">Frost</a>,')
  expect(sourceOf(editor)).toContain('<h2 id="frost">Frost</h2>')
})

test('whoever goes elsewhere on the screen has left the heading', () => {
  const editor = editorWithLinks()
  type(editor, ' bites')
  editor.view.dom.dispatchEvent(new FocusEvent('blur'))
  expect(sourceOf(editor)).toContain('<a href="#frost">Frost bites</a>')
})

test('titles of parts are followed as headings are', () => {
  const editor = editorWithLinks(
    '<h1>W</h1><p><a href="#more">More</a></p><details id="more"><summary>More‸</summary><p>x</p></details>',
  )
  type(editor, ' of it')
  select(editor, 1)
  expect(sourceOf(editor)).toContain('<a href="#more">More of it</a>')
})

test('a heading without words is waited for, and what others write is theirs to follow', () => {
  const editor = editorWithLinks()
  const { $head } = editor.state.selection
  editor.view.dispatch(editor.state.tr.delete($head.start(), $head.end()))
  select(editor, 1)
  expect(sourceOf(editor)).toContain('<a href="#frost">Frost</a>')
  const other = editorWithLinks()
  const step = other.state.tr.insertText('s', other.state.selection.head).steps[0]!
  new EditorSurface(other.view).receive([Step.fromJSON(other.schema, step.toJSON())])
  select(other, 1)
  expect(sourceOf(other)).toContain('<a href="#frost">Frost</a>')
  expect(sourceOf(other)).toContain('<h2 id="frost">Frosts</h2>')
})
