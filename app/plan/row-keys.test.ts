import { expect, test } from 'vitest'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import { type RowAction, rowAction } from './row-keys.ts'

const shown = [{ id: 'a' }, { id: 'b' }, { id: 'c' }]
const press = (
  key: string,
  held: { alt?: boolean; ctrl?: boolean; meta?: boolean; shift?: boolean } = {},
  row: Partial<Pick<PlanRow, 'id' | 'kind' | 'documentId'>> = {},
): RowAction | null =>
  rowAction(
    {
      key,
      altKey: held.alt ?? false,
      ctrlKey: held.ctrl ?? false,
      metaKey: held.meta ?? false,
      shiftKey: held.shift ?? false,
    },
    { id: 'b', kind: 'page', documentId: 'd', ...row },
    shown,
  )

test('arrows, Home and End go from row to row and stay at the ends (ARIA Authoring Practices, “Tree View”)', () => {
  expect([press('ArrowUp'), press('ArrowDown'), press('Home'), press('End')]).toEqual(
    ['a', 'c', 'a', 'c'].map((id) => ({ type: 'go', id })),
  )
  expect(press('ArrowUp', {}, { id: 'a' })).toEqual({ type: 'nothing' })
  expect(press('ArrowDown', {}, { id: 'c' })).toEqual({ type: 'nothing' })
  // A row that the filter hides leads to the first.
  expect(press('ArrowDown', {}, { id: 'hidden' })).toEqual({ type: 'go', id: 'a' })
})

test('with Alt, arrows move the row itself', () => {
  expect([press('ArrowUp', { alt: true }), press('ArrowDown', { alt: true })]).toEqual([
    { type: 'step', direction: 'up' },
    { type: 'step', direction: 'down' },
  ])
})

test('Enter opens what is written, goes deeper into what holds others, and with Alt shows what is set', () => {
  expect(press('Enter')).toEqual({ type: 'open' })
  expect(press('Enter', {}, { kind: 'note' })).toEqual({ type: 'open' })
  expect(press('Enter', {}, { kind: 'unit', documentId: null })).toEqual({ type: 'add', isDeeper: true })
  expect(press('Enter', {}, { documentId: null }), 'not on the server yet').toEqual({ type: 'nothing' })
  expect(press('Enter', { alt: true }, { kind: 'unit' })).toEqual({ type: 'settings' })
})

test('the other keys of the plan, and none that are the browser’s', () => {
  expect([press('F2'), press('Delete'), press('Insert')]).toEqual([
    { type: 'rename' },
    { type: 'delete' },
    { type: 'add', isDeeper: false },
  ])
  for (const key of ['z', 'a', 'Tab', 'Escape', 'PageDown', 'F5', 'F10']) expect(press(key), key).toBeNull()
  expect(press('z', { ctrl: true }), 'bringing back holds for the whole screen').toBeNull()
})

test('the menu of a row opens by its own key and by two others', () => {
  const menu = { type: 'menu' }
  expect([press('ContextMenu'), press('F10', { shift: true }), press('Enter', { shift: true })]).toEqual([
    menu,
    menu,
    menu,
  ])
})
