import { undoInputRule } from '@tiptap/pm/inputrules'
import { afterEach, expect, test } from 'vitest'
import { editorOn, sourceOf, type } from '../../../test/shared/editor-on.ts'
import { choose } from './choices.ts'
import { SHORTCUTS, typingShortcuts } from './shortcuts.ts'

afterEach(() => choose('shortcuts', true))

function typed(html: string, words: string): ReturnType<typeof editorOn> {
  const editor = editorOn(html)
  editor.registerPlugin(typingShortcuts())
  type(editor.view, words)
  return editor
}
const bodyOf = (editor: ReturnType<typeof editorOn>): string => sourceOf(editor).replace(/^<h1>W<\/h1>\n/, '')

test.each([
  ['- one', '<ul><li>one</li></ul>'],
  ['* one', '<ul><li>one</li></ul>'],
  ['1. one', '<ol><li>one</li></ol>'],
  ['7) one', '<ol start="7"><li>one</li></ol>'],
  ['# one', '<h2>one</h2>'],
  ['## one', '<h2>one</h2>'],
  ['#### one', '<h4>one</h4>'],
  ['> one', '<blockquote><p>one</p></blockquote>'],
  ['``` one', '<pre><code>one</code></pre>'],
  ['```css one', '<pre><code class="language-css">one</code></pre>'],
  ['a `b c` d', '<p>a <code>b c</code> d</p>'],
  ['a $x^2$.', '<p>a <span data-piece="equation">x^2</span>.</p>'],
  ['a ($x$)', '<p>a (<span data-piece="equation">x</span>)</p>'],
])('%s', (words, html) => {
  expect(bodyOf(typed('<h1>W</h1><p>‸</p>', words))).toBe(html)
})

test('tasks and rules', () => {
  expect(bodyOf(typed('<h1>W</h1><p>‸</p>', '[] one'))).toContain('type="checkbox"')
  expect(bodyOf(typed('<h1>W</h1><p>‸</p>', '--- '))).toContain('<hr>')
})

test.each([
  ['at the end of a page', '<p>a</p><p>‸</p>', '<p>a</p><hr><p>b</p>'],
  ['at the end of a box', '<div data-piece="box"><p>a</p><p>‸</p></div><p>c</p>', '<hr><p>b</p></div><p>c</p>'],
  ['before a table', '<p>‸</p><table><tr><td>c</table>', '<hr><p>b</p><table>'],
  ['before words', '<p>‸</p><p>c</p>', '<hr><p>bc</p>'],
])('one writes on below a rule %s', (_name, html, expected) => {
  expect(
    bodyOf(typed(`<h1>W</h1>${html}`, '--- b'))
      .replaceAll('\n', '')
      .replaceAll('> ', '>'),
  ).toContain(expected)
})

test('the rest of the line stays, with what it is', () => {
  expect(bodyOf(typed('<h1>W</h1><p>‸one <b>two</b></p>', '- '))).toBe('<ul><li>one <strong>two</strong></li></ul>')
})

test.each([
  ['in a title', '<h1>W‸</h1><p>x</p>', '- `a` '],
  ['in preformatted text', '<h1>W</h1><pre>‸</pre>', '- `a` $x$ > '],
  ['in code', '<h1>W</h1><p><code>a‸</code></p>', ' `b` $x$ '],
  ['within a line', '<h1>W</h1><p>a‸</p>', ' - b ## c > d --- '],
  ['sums of money', '<h1>W</h1><p>‸</p>', 'from $5 to $6, $7 or 8$, $12$'],
  ['single backticks and dollars', '<h1>W</h1><p>‸</p>', 'a ` b ` and ``'],
])('plain signs stay what they are: %s', (_name, html, words) => {
  const plain = editorOn(html)
  for (const sign of words) plain.view.dispatch(plain.view.state.tr.insertText(sign))
  expect(sourceOf(typed(html, words))).toBe(sourceOf(plain))
})

test('a sign of a list within a list begins no other', () => {
  expect(bodyOf(typed('<h1>W</h1><ul><li>‸</li></ul>', '- 1. one'))).toBe('<ul><li>- 1. one</li></ul>')
})

test.each(['- ', '12. ', '[ ] ', '### ', '> ', '``` ', '--- ', '`a`', '$x$'])(
  'one Backspace right after gives back the signs: %s',
  (signs) => {
    const editor = typed('<h1>W</h1><p>‸</p>', signs)
    expect(bodyOf(editor)).not.toBe(`<p>${signs.replace('>', '&gt;')}</p>`)
    expect(undoInputRule(editor.state, editor.view.dispatch)).toBe(true)
    expect(editor.state.doc.child(1).textContent).toBe(signs)
    expect(editor.state.doc.childCount).toBe(2)
    // Only right after.
    expect(undoInputRule(editor.state)).toBe(false)
  },
)

test('switched off, no sign becomes anything', () => {
  choose('shortcuts', false)
  for (const { signs } of SHORTCUTS) {
    const editor = typed('<h1>W</h1><p>‸</p>', signs[0]!)
    expect(editor.state.doc.child(1).textContent).toBe(signs[0])
  }
})
