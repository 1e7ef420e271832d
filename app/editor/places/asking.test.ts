import { NodeSelection } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { stateAt } from '../../../test/shared/editor-state.ts'
import { writePage } from '../../../core/html/write.ts'
import { putPlace } from './asking.ts'

test('another name of a place is the one of links that were called by it; its address and other links stay', () => {
  const start = stateAt(
    '<h1>W</h1><p>See <a href="#frost">Frost</a>, <a href="#frost">there</a>. <span id="frost" data-name="Frost"></span>Cold.</p>',
  )
  let at = -1
  start.doc.descendants((node, position) => void (node.type.name === 'namedPlace' && (at = position)))
  const state = start.apply(start.tr.setSelection(NodeSelection.create(start.doc, at)))
  let after = state
  putPlace('Damage by frost')(state, (transaction) => (after = state.apply(transaction)))
  expect(writePage(after.doc, 'source')).toContain(
    'See <a href="#frost">Damage by frost</a>, <a href="#frost">there</a>. <span id="frost" data-name="Damage by frost"></span>Cold.',
  )
  expect((after.selection as NodeSelection).node.attrs.name).toBe('Damage by frost')
})
