import { expect, test } from 'vitest'
import { cellsOf, tableFromText, textFromRows } from './tabbed.ts'

test('tabs between cells, lines between rows', () => {
  expect(cellsOf('Stone\tkg\r\nSlate\t10\r\n')).toEqual([
    ['Stone', 'kg'],
    ['Slate', '10'],
  ])
  expect(cellsOf('a\t\tc')).toEqual([['a', '', 'c']])
  expect(cellsOf('a\tb\t\nc\td\te')).toEqual([
    ['a', 'b', ''],
    ['c', 'd', 'e'],
  ])
})

test('a cell with a line, a tab or a quotation mark in it stands in quotation marks', () => {
  expect(cellsOf('"two\nlines"\t"a ""b"""\nc\t"d\te"')).toEqual([
    ['two\nlines', 'a "b"'],
    ['c', 'd\te'],
  ])
  expect(cellsOf('5" pipe\t"so" he said')).toEqual([['5" pipe', '"so" he said']])
})

test.each([
  ['no tab', 'a\nb'],
  ['lines of different length', 'a\tb\nc'],
  ['an indented program', 'if (a)\n\tb\n\tc'],
  ['nothing', ''],
])('no table: %s', (_name, text) => expect(cellsOf(text)).toBeNull())

test('what is written as text comes back as it was', () => {
  const table = tableFromText('"two\nlines"\t5" pipe\n\t"a ""b"""')!
  table.check()
  expect(tableFromText(textFromRows(table.children))!.eq(table)).toBe(true)
})
