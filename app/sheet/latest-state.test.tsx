import type { Editor } from '@tiptap/core'
import { keymap } from '@tiptap/pm/keymap'
import { Step } from '@tiptap/pm/transform'
import { expect, test } from 'vitest'
import { editorOn, sourceOf } from '../../test/shared/editor-on.ts'
import { Arriving, arriving } from '../media/arriving.ts'
import { findingMarks, markFindings } from '../proof/finding-marks.ts'
import { keysAtLatestState } from '../saving/latest-state.ts'
import { EditorSurface, localSteps } from '../saving/local-steps.ts'

/** The browser's own cursor goes to the end of a paragraph; the editor has not been told. */
function moveBrowserCursor(editor: Editor, words: string): void {
  const paragraph = [...editor.view.dom.querySelectorAll('p')].find(({ textContent }) => textContent === words)!
  const swallow = (event: Event): void => event.stopImmediatePropagation()
  window.addEventListener('selectionchange', swallow, { capture: true })
  document.getSelection()!.collapse(paragraph.firstChild, words.length)
  window.removeEventListener('selectionchange', swallow, { capture: true })
}

const pressed = (editor: Editor): void =>
  void editor.view.dom.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))

const around = ({ state }: Editor): string => state.selection.$from.parent.textContent

const changes: Record<string, (editor: Editor) => void> = {
  'others’ words': (editor) => {
    const step = editor.state.tr.insertText('Y', 4).steps[0]!
    new EditorSurface(editor.view).receive([Step.fromJSON(editor.schema, step.toJSON())])
  },
  'a finding': (editor) =>
    markFindings(editor, [{ rule: 'planted', from: 1, to: 3, severity: 'hint', message: 'planted' } as never]),
  'a file on its way': (editor) => void new Arriving(editor, 1, 'wall.png', 'wall.png is on its way'),
}

test('a key right after the focus came back by itself means the place where one was', () => {
  const editor = editorOn('<h1>W</h1><p>first</p><p>mine‸</p>')
  editor.registerPlugin(keysAtLatestState())
  editor.view.focus()
  editor.view.dom.blur()
  // As browsers do when an element of text is given the focus.
  moveBrowserCursor(editor, 'first')
  editor.view.dom.focus()
  pressed(editor)
  expect(around(editor)).toBe('mine')
})

test.each(Object.entries(changes))('%s: the cursor that has just been set stays', (_name, change) => {
  const editor = editorOn('<h1>W</h1><p>mine‸</p><p>yours</p>')
  for (const plugin of [localSteps(), findingMarks(), arriving()]) editor.registerPlugin(plugin)
  editor.view.focus()
  moveBrowserCursor(editor, 'yours')
  change(editor)
  expect(around(editor)).toBe('yours')
})

test('a key that follows a click at once is meant for where the click was', () => {
  const editor = editorOn('<h1>W</h1><p>mine‸</p><p>yours</p>')
  editor.registerPlugin(keysAtLatestState())
  editor.registerPlugin(keymap({ Enter: (state, dispatch) => (dispatch?.(state.tr.insertText('!')), true) }))
  editor.view.focus()
  moveBrowserCursor(editor, 'yours')
  pressed(editor)
  expect(sourceOf(editor)).toContain('<p>yours!</p>')
})

test.each(['paste', 'cut', 'copy'])('%s right after a click is meant for where the click was', (kind) => {
  const editor = editorOn('<h1>W</h1><p>mine‸</p><p>yours</p>')
  editor.registerPlugin(keysAtLatestState())
  editor.view.focus()
  moveBrowserCursor(editor, 'yours')
  editor.view.dom.dispatchEvent(new Event(kind, { bubbles: true, cancelable: true }))
  expect(around(editor)).toBe('yours')
})
