import { expect, test } from 'vitest'
import { readPage } from '../../../core/html/read.ts'
import { editorOn } from '../../../test/shared/editor-on.ts'
import { areHiddenShown, hiddenCharacters, toggleHidden } from './hidden-characters.ts'
import { hiddenIn } from './signs.ts'

const shownIn = (html: string): string[] => {
  const block = readPage(`<h1>W</h1>${html}`).page.child(1)
  return hiddenIn(block, 10).map(({ from, to, shown, name }) => `${from}-${to} ${shown} ${name}`)
}

test('signs without ink are found with their names, single spaces between words are not', () => {
  expect(shownIn('<p>A wall of stones</p>')).toEqual([])
  expect(shownIn('<p>5&nbsp;m, wall&shy;top</p>')).toEqual(['11-12 ° no-break space', '19-20 ¬ soft hyphen'])
  expect(shownIn('<p>a\u200db\u202ec</p>')).toEqual([
    '11-12 ⊹ zero width joiner',
    '13-14 ⇄ control of the direction of text',
  ])
  expect(shownIn('<p>a<br>b<b>c</b></p>')).toEqual(['11-12 ↵ line break'])
  expect(shownIn('<pre>a  b\n\tc</pre>')).toEqual(['11-13 ·· several spaces', '14-15 ↵ line break', '15-16 → tab'])
})

test('they are shown and hidden, also what is typed meanwhile; the page itself stays as it is', () => {
  const editor = editorOn('<h1>W</h1><p>a&nbsp;b</p><p>c</p>')
  editor.registerPlugin(hiddenCharacters())
  const shown = (): string[] =>
    [...editor.view.dom.querySelectorAll('.hidden-sign')].map((sign) => (sign as HTMLElement).title)
  const before = editor.state.doc
  expect(shown()).toEqual([])
  toggleHidden(editor.state, editor.view.dispatch)
  expect(areHiddenShown(editor.state)).toBe(true)
  expect(editor.view.dom.classList.contains('shows-hidden')).toBe(true)
  expect(shown()).toEqual(['no-break space'])
  editor.view.dispatch(editor.state.tr.insertText('\u00ad', editor.state.doc.content.size - 1))
  expect(shown()).toEqual(['no-break space', 'soft hyphen'])
  editor.view.dispatch(editor.state.tr.delete(5, 6))
  expect(shown()).toEqual(['soft hyphen'])
  toggleHidden(editor.state, editor.view.dispatch)
  expect(shown()).toEqual([])
  expect(before.firstChild!.eq(editor.state.doc.firstChild!)).toBe(true)
})
