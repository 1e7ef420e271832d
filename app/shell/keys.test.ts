import { expect, test } from 'vitest'
import { sheetKeys } from '../sheet/sheet-extensions.ts'
import { KEY_GROUPS } from './keys.ts'
import { shownKey } from '../editor/tools.ts'

const nothing = (): void => undefined
const bound = Object.keys(
  sheetKeys({
    onFind: nothing,
    onLink: nothing,
    onWords: nothing,
    onEquation: nothing,
    onTable: nothing,
    onFootnote: nothing,
    onPlace: nothing,
    onSymbol: nothing,
    onInsert: nothing,
    onSettings: nothing,
    onSpelling: nothing,
    onTabStays: nothing,
  }),
)
const listed = new Set(KEY_GROUPS.flatMap(({ lines }) => lines.flatMap(({ keys }) => keys)))

/** Keys that do in the sheet what they do in every text. */
const PLAIN = ['Enter', 'Backspace', 'Delete', '/', 'Mod-End', 'Shift-Mod-End', 'Cmd-ArrowDown', 'Shift-Cmd-ArrowDown']
const ARROWS: Record<string, string> = { ArrowUp: '↑', ArrowDown: '↓', ArrowRight: '→', ArrowLeft: '←' }

test('every key of the sheet stands in the list of keys', () => {
  const missing = bound
    .filter((key) => !PLAIN.includes(key))
    .map((key) => shownKey(key).replace(/Arrow\w+/, (arrow) => ARROWS[arrow]!))
    .filter((key) => !listed.has(key))
  expect(missing).toEqual([])
})

test('no line of the list is empty, and no group names a key twice', () => {
  for (const { name, lines } of KEY_GROUPS) {
    for (const { keys, does } of lines) expect(keys.length * does.length, name).toBeGreaterThan(0)
    const keys = lines.map((line) => line.keys.join(' '))
    expect(new Set(keys).size, name).toBe(keys.length)
  }
})
