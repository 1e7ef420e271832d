import type { Node } from '@tiptap/pm/model'
import { EditorState, NodeSelection, type Selection } from '@tiptap/pm/state'
import { CellSelection } from '@tiptap/pm/tables'
import fc from 'fast-check'
import { expect, test } from 'vitest'
import { editorOn, sourceOf, type } from '../../../test/shared/editor-on.ts'
import { anyPage } from '../../../test/shared/pages.ts'
import { putFootnote } from '../footnotes/asking.ts'
import { goBeside, typingBeside } from './beside-selected.ts'

const bodyOf = (editor: ReturnType<typeof editorOn>): string =>
  sourceOf(editor)
    .replace(/^<h1>W<\/h1>\n/, '')
    .replaceAll(/\n\s*/g, '')

/** Where nodes of a kind stand. */
function placesOf(page: Node, kind: string): number[] {
  const places: number[] = []
  page.descendants((node, position) => void (node.type.name === kind && places.push(position)))
  return places
}

/** What stands below the title after some words were typed while something is selected as a whole. */
function typedOn(html: string, selected: (page: Node) => Selection): string {
  const editor = editorOn(`<h1>W‸</h1>${html}`)
  editor.registerPlugin(typingBeside(), (own, rest) => [own, ...rest])
  editor.view.dispatch(editor.state.tr.setSelection(selected(editor.state.doc)))
  type(editor.view, '+y')
  return bodyOf(editor)
}

test.each([
  ['equation', '<p>a <span data-piece="equation">x</span> b</p>', '</span>+y b</p>'],
  ['footnote', '<p>a<span role="doc-footnote">n</span> b</p>', '</span>+y b</p>'],
  ['rule', '<hr><p>b</p>', '<hr><p>+y</p><p>b</p>'],
  ['box', '<div data-piece="box"><p>a</p></div>', '<p>a</p></div><p>+y</p>'],
  ['bulletList', '<ul><li>a</li></ul>', '<li>a</li></ul><p>+y</p>'],
  ['tableRow', '<table><tr><td>a<tr><td>b</table><p>c</p>', '</table><p>+y</p><p>c</p>'],
])('what is typed while a whole %s is selected goes on behind it', (kind, html, expected) => {
  expect(typedOn(html, (page) => NodeSelection.create(page, placesOf(page, kind)[0]!))).toContain(expected)
})

test('typing over several cells empties none', () => {
  const body = typedOn('<table><tr><td>a<td>b<tr><td>c<td>d</table>', (page) => {
    const cells = placesOf(page, 'tableCell')
    return CellSelection.create(page, cells[0]!, cells[3])
  })
  expect(body.replaceAll(/<[^>]*>/g, '')).toBe('abcd+y')
})

test('after a new note one writes on behind it', () => {
  const editor = editorOn('<h1>W</h1><p>wall‸ stands</p>')
  putFootnote([{ type: 'text', text: 'dry' }])(editor.state, editor.view.dispatch)
  type(editor.view, ',')
  expect(bodyOf(editor)).toBe('<p>wall<span role="doc-footnote">dry</span>, stands</p>')
})

test('beside whatever is selected there is a place for words, and nothing goes', () => {
  let tried = 0
  fc.assert(
    fc.property(anyPage, fc.nat(), (page, pick) => {
      const places: number[] = []
      page.descendants((node, position) => {
        if (NodeSelection.isSelectable(node) && node.type.name !== 'title') places.push(position)
      })
      if (places.length === 0) return
      const transaction = EditorState.create({ doc: page }).tr.setSelection(
        NodeSelection.create(page, places[pick % places.length]!),
      )
      goBeside(transaction)
      expect(transaction.selection.$from.parent.inlineContent).toBe(true)
      transaction.insertText('y').doc.check()
      expect(transaction.doc.textContent.length).toBe(page.textContent.length + 1)
      tried++
    }),
  )
  expect(tried).toBeGreaterThan(30)
})
