import { expect, test } from 'vitest'
import { typeAhead } from './type-ahead.ts'

const NAMES = ['Frost', 'Stones', 'Slope', 'Coping', 'Straw']
const key = (letter: string) => ({ key: letter, ctrlKey: false, metaKey: false, altKey: false })

/** Types letters one after the other, this many milliseconds apart, and says where each leads. */
function typed(letters: string, from = 0, apart = 100): number[] {
  let time = 0
  const { find } = typeAhead(() => time)
  let at = from
  return [...letters].map((letter) => {
    time += apart
    const found = find(key(letter), NAMES, at)
    if (found >= 0) at = found
    return found
  })
}

test('a letter goes to the next name that begins with it, round from the last to the first', () => {
  expect(typed('s')).toEqual([1])
  expect(typed('f', 3)).toEqual([0])
  expect(typed('ssss')).toEqual([1, 2, 4, 1])
})

test('letters in quick succession are one word; after a pause a new one begins', () => {
  expect(typed('sl')).toEqual([1, 2])
  expect(typed('str', 0)).toEqual([1, 1, 4])
  expect(typed('sc', 0, 900)).toEqual([1, 3])
})

test('keys that are no letters, and letters with Ctrl, are not searched for', () => {
  const { find } = typeAhead(() => 0)
  expect(find(key('Enter'), NAMES, 0)).toBe(-1)
  expect(find({ ...key('s'), ctrlKey: true }, NAMES, 0)).toBe(-1)
  expect(find(key(' '), NAMES, 0)).toBe(-1)
  expect(find(key('x'), NAMES, 0)).toBe(-1)
})
