import { goBeside } from './typing/beside-selected.ts'
import { insertRule } from './insert-commands.ts'
import { insertTable } from './tables/new-table.ts'
import { type EditorState, NodeSelection, type Command } from '@tiptap/pm/state'
import { describe, expect, test } from 'vitest'
import { problemOfPage } from '../../core/document/check.ts'
import { printSource } from '../../core/source/print.ts'
import { stateAt } from '../../test/shared/editor-state.ts'
import { deleteBody, selectBody } from './select-body.ts'
import {
  linkRange,
  pieceAt,
  removeAt,
  setLink,
  toggle,
  toggleList,
  toHeading,
  toParagraph,
  wrap,
  writeBeside,
} from './commands.ts'

/** A state with the cursor at `|`, or the passage between two of them marked. */
const stateOf = (html: string): EditorState => stateAt(html.replaceAll('|', '‸'))

function run(html: string, command: Command): { html: string; state: EditorState } | null {
  const state = stateOf(html)
  let next: EditorState | null = null
  if (!command(state, (transaction) => (next = state.apply(transaction)))) return null
  const after = next ?? state
  expect(problemOfPage(after.doc)).toBeNull()
  return { html: printSource(after.doc).html.replace('<h1></h1>\n', '').replace(/\n\s*/g, ''), state: after }
}

const BOX = '<div data-piece="box" data-edge="start" data-space="normal" style="background-color: #efe6d3">'

test.each<[string, string, Command, string]>([
  ['bold', '<p>a |b| c</p>', toggle('strong'), '<p>a <strong>b</strong> c</p>'],
  ['bold taken off', '<p>a <b>|b|</b> c</p>', toggle('strong'), '<p>a b c</p>'],
  ['a heading', '<p>a|</p>', toHeading(3), '<h3>a</h3>'],
  ['a heading back', '<h3>a|</h3>', toParagraph, '<p>a</p>'],
  ['a list', '<p>|a</p><p>b|</p>', toggleList('bulletList'), '<ul><li>a</li><li>b</li></ul>'],
  [
    'a list of the other kind',
    '<ul><li>a|</li><li>b</li></ul>',
    toggleList('orderedList'),
    '<ol><li>a</li><li>b</li></ol>',
  ],
  ['a list taken off', '<ul><li>|a</li><li>b|</li></ul>', toggleList('bulletList'), '<p>a</p><p>b</p>'],
  ['a box round two paragraphs', '<p>|a</p><p>b|</p><p>c</p>', wrap('box'), `${BOX}<p>a</p><p>b</p></div><p>c</p>`],
  ['a box in a box', `${BOX}<p>a|</p></div>`, wrap('box'), `${BOX}${BOX}<p>a</p></div></div>`],
  ['a quotation', '<p>a|</p>', wrap('quotation'), '<blockquote><p>a</p></blockquote>'],
  ['a rule after the block', '<p>a|</p><p>b</p>', insertRule, '<p>a</p><hr><p>b</p>'],
  ['writing below a box', `${BOX}<p>a|</p></div><p>b</p>`, writeBeside('below'), `${BOX}<p>a</p></div><p></p><p>b</p>`],
  ['writing above a box', `${BOX}<p>a|</p></div>`, writeBeside('above'), `<p></p>${BOX}<p>a</p></div>`],
  [
    'writing below a table in a box',
    `${BOX}<table><tr><td>a|</table></div>`,
    writeBeside('below'),
    `${BOX}<table><tbody><tr><td>a</td></tr></tbody></table><p></p></div>`,
  ],
  [
    'a link',
    '<p>see |the map|</p>',
    setLink({ href: 'https://maps.example/' }),
    '<p>see <a href="https://maps.example/">the map</a></p>',
  ],
  [
    'a link with words of its own',
    '<p>see |</p>',
    setLink({ href: '#water' }, 'below'),
    '<p>see <a href="#water">below</a></p>',
  ],
  [
    'a link changed from inside',
    '<p><a href="#a">the |map</a> x</p>',
    setLink({ href: '#b' }),
    '<p><a href="#b">the map</a> x</p>',
  ],
  [
    'another address, with what else was said of the link',
    '<p><a href="#a" title="Below" target="_blank">the |map</a></p>',
    setLink({ href: '#b' }),
    '<p><a href="#b" title="Below" target="_blank">the map</a></p>',
  ],
  [
    'its window alone',
    '<p><a href="#a" title="Below" target="_blank">the |map</a></p>',
    setLink({ isNewWindow: false }),
    '<p><a href="#a" title="Below">the map</a></p>',
  ],
  ['a link removed', '<p><a href="#a">the <b>|map</b></a> x</p>', setLink(null), '<p>the <strong>map</strong> x</p>'],
])('%s', (_name, before, command, after) => expect(run(before, command)?.html).toBe(after))

test('a table takes the place of an empty paragraph, the cursor its first cell', () => {
  const result = run('<p>|</p>', insertTable({ rows: 2, columns: 2 }))
  expect(result?.html).toBe(
    '<table><tbody><tr><th scope="col"><p></p></th><th scope="col"><p></p></th></tr><tr><td><p></p></td><td><p></p></td></tr></tbody></table><p></p>',
  )
  expect(result?.state.selection.$from.node(-1).type.name).toBe('tableHeader')
})

test('in the title nothing but plain text', () => {
  for (const command of [toggle('strong'), toHeading(2), toggleList('bulletList'), wrap('box')])
    expect(run('<h1>T|</h1><p>x</p>', command)).toBeNull()
})

test('after the title a table stands after it, not in it', () => {
  expect(run('<h1>T|</h1><p>x</p>', insertRule)?.html).toBe('<h1>T</h1><hr><p>x</p>')
})

describe('pieces', () => {
  test('the innermost one counts', () => {
    expect(pieceAt(stateOf(`${BOX}<ul><li>a|</li></ul></div>`))?.name).toBe('bulletList')
    expect(pieceAt(stateOf('<p>a|</p>'))).toBeNull()
  })
  test('a selected one counts itself', () => {
    const state = stateOf(`${BOX}<p>a|</p></div>`)
    expect(pieceAt(state.apply(state.tr.setSelection(NodeSelection.create(state.doc, 2))))?.name).toBe('box')
  })
  test('deleted it leaves nothing', () => {
    expect(run(`${BOX}<p>a|</p></div><p>b</p>`, removeAt(2))?.html).toBe('<p>b</p>')
  })
})

test('the link around the cursor is found through its marks', () => {
  const state = stateOf('<p>x <a href="#a">one <b>two|</b> three</a> y</p>')
  const range = linkRange(state)
  expect(range && state.doc.textBetween(range.from, range.to)).toBe('one two three')
  expect(linkRange(stateOf('<p>x| <a href="#a">one</a></p>'))).toBeNull()
})

describe('everything', () => {
  const chosen = (html: string): string => {
    const { state } = run(html, selectBody)!
    return `${state.selection.constructor.name} ${state.doc.textBetween(state.selection.from, state.selection.to, '/')}`
  }
  test('is the body, or the title when the cursor is in it', () => {
    expect(chosen('<h1>Title</h1><p>a|b</p><ul><li>c</li><li>d</li></ul>')).toBe('TextSelection ab/c/d')
    expect(chosen('<h1>Ti|tle</h1><p>ab</p>')).toBe('TextSelection Title')
  })
  test('with no words at an edge it is the whole page, and deleting it spares the title', () => {
    const whole = '<h1>Title</h1><hr><p>a|b</p><hr>'
    expect(chosen(whole)).toMatch(/^AllSelection/)
    const { state } = run(whole, selectBody)!
    let after = state
    expect(deleteBody(state, (transaction) => (after = state.apply(transaction)))).toBe(true)
    expect(after.doc.toString()).toBe('doc(title("Title"), paragraph)')
    expect(deleteBody(after)).toBe(false)
    const beside = state.tr
    goBeside(beside)
    expect(beside.insertText('New').doc.toString()).toBe('doc(title("Title"), paragraph("New"))')
  })
  test('with a piece at an edge, too: what is put in its place is not put into the piece', () => {
    for (const piece of [`${BOX}<p>a|</p></div>`, '<details><summary>s</summary><p>a|</p></details>'])
      for (const body of [`${piece}<p>b</p>`, `<p>b</p>${piece}`])
        expect(chosen(`<h1>Title</h1>${body}`), body).toMatch(/^AllSelection/)
  })
})
