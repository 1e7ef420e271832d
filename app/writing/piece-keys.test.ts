import { NodeSelection } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { after, stateAt } from '../../test/shared/editor-state.ts'
import { growPiece, moveBlock } from './piece-keys.ts'

const page = (body: string): string => `<h1>T</h1>${body}`
const PICTURE =
  '<figure data-piece="picture"><img src="/files/w/480" width="9" height="9" alt="A wall"><figcaption>in snow</figcaption></figure>'

test('a paragraph goes before or behind its neighbour, the cursor with it', () => {
  expect(after(page('<p>a</p><p>b‸b</p>'), moveBlock('up'))).toMatch(/<p>b‸b<\/p>\s*<p>a<\/p>/)
  expect(after(page('<p>a‸</p><p>b</p>'), moveBlock('down'))).toMatch(/<p>b<\/p>\s*<p>a‸<\/p>/)
})

test('the first stays under the title, the last where it is, the title where it belongs', () => {
  const first = page('<p>a‸</p><p>b</p>')
  expect(after(first, moveBlock('up'))).toMatch(/<h1>T<\/h1>\s*<p>a‸<\/p>\s*<p>b<\/p>/)
  expect(after(page('<p>a</p><p>b‸</p>'), moveBlock('down'))).toMatch(/<p>a<\/p>\s*<p>b‸<\/p>/)
  expect(after('<h1>T‸</h1><p>a</p>', moveBlock('down'))).toMatch(/<h1>T‸<\/h1>\s*<p>a<\/p>/)
})

test('an item of a list moves in its list, a block of a box in its box', () => {
  expect(after(page('<ul><li>a</li><li>b‸</li></ul><p>x</p>'), moveBlock('up'))).toMatch(
    /<li>\s*(<p>)?b‸(<\/p>)?\s*<\/li>\s*<li>\s*(<p>)?a/,
  )
  const part = '<details><summary>Why</summary><p>a‸</p><p>b</p></details>'
  expect(after(page(part), moveBlock('down'))).toMatch(/<p>b<\/p>\s*<p>a‸<\/p>\s*<\/details>/)
  expect(after(page(part), moveBlock('up')), 'not over the title of its piece').toMatch(/<\/summary>\s*<p>a‸/)
})

test('a picture that is selected as a whole moves, grows and shrinks, and stays selected', () => {
  let state = stateAt(page(`<p>a</p>${PICTURE}<p>b</p>`))
  const select = (): void => {
    state.doc.descendants((node, position) => {
      if (node.type.name === 'picture')
        state = state.apply(state.tr.setSelection(NodeSelection.create(state.doc, position)))
    })
  }
  const run = (command: ReturnType<typeof moveBlock>): boolean =>
    command(state, (transaction) => (state = state.apply(transaction)))
  const width = (): unknown => (state.selection as NodeSelection).node.attrs.widthPercent
  select()
  expect(run(growPiece(-1))).toBe(true)
  expect(width()).toBe(95)
  expect(run(growPiece(1))).toBe(true)
  expect(run(growPiece(1)), 'no wider than its column').toBe(false)
  expect(width()).toBe(100)
  run(moveBlock('up'))
  expect(state.doc.child(1).type.name).toBe('picture')
  expect((state.selection as NodeSelection).node.type.name).toBe('picture')
  run(moveBlock('down'))
  run(moveBlock('down'))
  expect(state.doc.lastChild!.type.name).toBe('picture')
})

test('what has no size does not grow', () => {
  expect(after(page('<p>a‸</p>'), growPiece(1))).toBeNull()
})
