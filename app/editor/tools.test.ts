import { Node } from '@tiptap/pm/model'
import { expect, test, vi } from 'vitest'
import { stateAt } from '../../test/shared/editor-state.ts'
import { writingKeys } from './writing-keys.ts'
import { keysOf, shownKey, TOOLS } from './tools.ts'

test('no two tools have one key, and every key of a mark, list or undo works wherever one writes', () => {
  const keys = TOOLS.map(({ key }) => key).filter((key) => key !== '')
  expect(new Set(keys).size).toBe(keys.length)
  const bound = writingKeys(() => undefined)
  for (const { key, group, command } of TOOLS)
    if (key !== '' && group !== 'block' && group !== 'view') expect(bound[key], key).toBe(command)
  // Only on sheets, which hold hidden characters and blocks of every kind.
  expect(Object.keys(keysOf('view'))).toEqual(['Mod-Shift-h'])
  expect(Object.keys(keysOf('block'))).toEqual([
    'Mod-Alt-0',
    'Mod-Alt-2',
    'Mod-Alt-3',
    'Mod-Alt-4',
    'Mod-Alt-5',
    'Mod-Alt-6',
  ])
})

test('keys are shown as they are written on keyboards', () => {
  expect(['Mod-b', 'Mod-Shift-8', 'Mod-Alt-2', ''].map(shownKey)).toEqual(['Ctrl+B', 'Ctrl+Shift+8', 'Ctrl+Alt+2', ''])
})

test('to ask what is possible costs the same in a long table as in a short one: it is asked with each key', () => {
  const looks = (rows: number): number => {
    const state = stateAt(
      `<h1>Walls</h1><table><tr><td>a<td>b<td>c<tr><td>‸d<td>e<td>f${'<tr><td>a<td>b<td>c'.repeat(rows)}</table>`,
    )
    const spies = (['resolve', 'nodeAt'] as const).map((name) => vi.spyOn(Node.prototype, name))
    for (const { command, isOn, whyNot } of TOOLS) {
      command(state)
      isOn?.(state)
      whyNot(state)
    }
    const count = spies.reduce((sum, spy) => sum + spy.mock.calls.length, 0)
    for (const spy of spies) spy.mockRestore()
    return count
  }
  expect(looks(200)).toBe(looks(20))
})
