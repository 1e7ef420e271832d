import { expect, test } from 'vitest'
import { after } from '../../test/shared/editor-state.ts'
import { tabKeys } from './tab-key.ts'

const page = (body: string): string => `<h1>T</h1>${body}`
let stayed = 0
const { Tab, 'Shift-Tab': back } = tabKeys(() => stayed++)

test('Tab and Shift+Tab change the level of an item, and stay where there is none to change', () => {
  const list = '<ul><li>one</li><li>two‸</li></ul>'
  expect(after(page(list), Tab!)).toMatch(/<li>one\s*<ul>\s*<li>two‸<\/li>\s*<\/ul>\s*<\/li>/)
  expect(after(page('<ul><li>one<ul><li>two‸</li></ul></li></ul>'), back!)).toMatch(/<li>one<\/li>\s*<li>two‸/)
  stayed = 0
  expect(after(page('<ul><li>one‸</li></ul>'), Tab!), 'no item before it').toContain('<li>one‸</li>')
  expect(stayed).toBe(0)
})

test('Tab goes from cell to cell, and makes a row at the end', () => {
  const table = (cells: string): string => page(`<table><tbody><tr><td>a</td>${cells}</tr></tbody></table>`)
  expect(after(table('<td>b‸</td>'), back!)).toMatch(/‸a‸|a‸|‸a/)
  const made = after(table('<td>b‸</td>'), Tab!)!
  expect(made.match(/<tr>/g)).toHaveLength(2)
  expect(made.indexOf('‸')).toBeGreaterThan(made.lastIndexOf('<tr>'))
  expect(
    after(page('<table><tbody><tr><td>a‸</td><td>b</td></tr></tbody></table>'), Tab!)!.match(/<tr>/g),
  ).toHaveLength(1)
})

test('elsewhere Tab changes nothing, and it is told how one leaves', () => {
  stayed = 0
  expect(after(page('<p>a‸</p>'), Tab!)).toContain('<p>a‸</p>')
  expect(after(page('<p>a‸</p>'), back!)).toContain('<p>a‸</p>')
  expect(stayed).toBe(2)
})
