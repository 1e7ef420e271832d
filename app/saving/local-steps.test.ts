import { history, redo, undo } from '@tiptap/pm/history'
import { EditorState, type Transaction } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { expect, test } from 'vitest'
import { Random, randomEdit } from '../../test/shared/random-edits.ts'
import { PageInMemory } from '../../core/document/outbox.ts'
import { emptyPage, schema } from '../../core/document/schema.ts'
import { readPage } from '../../core/html/read.ts'
import { EditorSurface, FROM_OTHERS, localSteps } from './local-steps.ts'

/** As much of a view as a surface needs. */
class View {
  state: EditorState
  others = 0
  constructor(doc = emptyPage('Walls')) {
    this.state = EditorState.create({ doc, schema, plugins: [localSteps(), history()] })
  }
  readonly dispatch = (transaction: Transaction): void => {
    if (transaction.getMeta(FROM_OTHERS)) this.others++
    this.state = this.state.apply(transaction)
  }
  updateState(state: EditorState): void {
    this.state = state
  }
}

const surfaceOf = (view: View): EditorSurface => new EditorSurface(view as unknown as EditorView)

test('the editor and a page in memory come to the same page, whatever comes first', () => {
  for (let seed = 1; seed <= 150; seed++) {
    const random = new Random(seed)
    const view = new View()
    const editor = surfaceOf(view)
    const memory = new PageInMemory(emptyPage('Walls'))
    let remotePage = emptyPage('Walls')
    for (let round = 0; round < 4; round++) {
      for (let count = 0; count < 3; count++) {
        const edit = randomEdit(memory.page, random, () => 'x')
        if (!edit) continue
        const transaction = view.state.tr
        for (const step of edit.steps) {
          memory.write(step)
          transaction.step(step)
        }
        view.dispatch(transaction)
      }
      const remote = randomEdit(remotePage, random, () => 'y')?.steps ?? []
      for (const step of remote) remotePage = step.apply(remotePage).doc!
      const [here, there] = [editor.receive(remote), memory.receive(remote)]
      expect(here.setAside.map(({ slice }) => slice.content.toString())).toEqual(
        there.setAside.map(({ slice }) => slice.content.toString()),
      )
      expect(here.sources).toEqual(there.sources)
      expect(editor.page.eq(memory.page), `seed ${seed}`).toBe(true)
      expect(editor.local.length).toBe(memory.local.length)
      if (round === 2) {
        for (const { step } of memory.local) remotePage = step.apply(remotePage).doc!
        const count = memory.local.length
        editor.confirm(count)
        memory.confirm(count)
      }
    }
  }
})

test('undo takes back one’s own words after others wrote before and between them', () => {
  const view = new View(readPage('<h1>W</h1><p>ab</p>').page)
  const surface = surfaceOf(view)
  view.dispatch(view.state.tr.insertText('X', 5))
  surface.receive([view.state.tr.insertText('Y', 1).steps[0]!])
  expect(view.state.doc.textContent).toBe('YWaXb')
  undo(view.state, view.dispatch)
  expect(view.state.doc.textContent).toBe('YWab')
  redo(view.state, view.dispatch)
  expect(view.state.doc.textContent).toBe('YWaXb')
  expect(view.others).toBe(1)
})

test('hundreds of steps merged make the same page, and undo begins anew', () => {
  const view = new View(readPage('<h1>W</h1><p>ab</p>').page)
  const surface = surfaceOf(view)
  for (let at = 0; at < 400; at++) view.dispatch(view.state.tr.insertText('x', 5 + at))
  surface.merge(3)
  expect(surface.local.length).toBe(4)
  surface.receive([view.state.tr.insertText('Y', 1).steps[0]!])
  expect(view.state.doc.textContent).toBe(`YWa${'x'.repeat(400)}b`)
  undo(view.state, view.dispatch)
  expect(view.state.doc.textContent).toBe(`YWa${'x'.repeat(400)}b`)
})

test('discarding takes out what was not taken, and no more', () => {
  const view = new View(readPage('<h1>W</h1><p>ab</p>').page)
  const surface = surfaceOf(view)
  view.dispatch(view.state.tr.insertText('kept', 5))
  surface.confirm(1)
  view.dispatch(view.state.tr.insertText('gone', 5))
  surface.discard()
  expect(view.state.doc.textContent).toBe('Wakeptb')
  expect(surface.local).toEqual([])
})
