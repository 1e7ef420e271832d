import { NodeSelection } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { shown, stateAt } from '../../test/shared/editor-state.ts'
import { putBack } from './put-back.ts'

const PASSAGES = [
  '<p>Frost lifts</p><p>the stones.</p>',
  '<ul><li>Lime</li><li>Clay</li></ul>',
  '<table><tr><td>one</td><td>two</td></tr></table>',
  '<h2>Setting</h2><p>Long into the wall.</p>',
]
const PLACES = [
  '<h1>Wa‸lls</h1><p>x</p>',
  '<h1>‸Walls‸</h1><p>x</p>',
  '<h1>Walls</h1><p>‸</p>',
  '<h1>Walls</h1><p>before ‸ after</p>',
  '<h1>Walls</h1><p>so‸me wo‸rds</p>',
  '<h1>Walls</h1><h2>he‸ad</h2>',
  '<h1>Walls</h1><ul><li>i‸tem</li></ul>',
  '<h1>Walls</h1><table><tr><td>ce‸ll</td></tr></table>',
  '<h1>Walls</h1><details><summary>qu‸estion</summary><p>a</p></details>',
]
const letters = (text: string): string => [...text.replace(/\s/g, '')].sort().join('')

test.each(PASSAGES.flatMap((passage) => PLACES.map((place) => [passage, place] as const)))(
  '%s put back into %s: every word of both is there, in a page that may be',
  (passage, place) => {
    const { doc } = stateAt(`<h1></h1>${passage}`)
    const slice = doc.slice(doc.firstChild!.nodeSize, doc.content.size)
    const before = stateAt(place)
    const after = putBack(before, slice.toJSON())!
    after.doc.check()
    expect(letters(after.doc.textContent)).toBe(
      letters(before.doc.textContent + slice.content.textBetween(0, slice.content.size)),
    )
    expect(after.doc.firstChild!.textContent, 'the title is what it was').toBe(before.doc.firstChild!.textContent)
  },
)

test('words that stood in the middle of a line go into the line of the cursor', () => {
  const { doc } = stateAt('<h1></h1><p>and frost</p>')
  const words = doc.slice(doc.content.size - 10, doc.content.size - 1)
  const state = stateAt('<h1>Walls</h1><p>Lime ‸</p>')
  expect(shown(state.apply(putBack(state, words.toJSON())!))).toContain('<p>Lime and frost')
})

test('a piece that is selected is not replaced', () => {
  const { doc } = stateAt('<h1></h1><p>Frost.</p>')
  const state = stateAt('<h1>Walls</h1><hr><p>x</p>')
  const selected = state.apply(state.tr.setSelection(NodeSelection.create(state.doc, state.doc.firstChild!.nodeSize)))
  const after = putBack(selected, doc.slice(2, doc.content.size).toJSON())!
  expect(after.doc.child(1).type.name).toBe(selected.doc.child(1).type.name)
  expect(after.doc.textContent).toContain('Frost.')
})
