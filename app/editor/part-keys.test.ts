import { expect, test } from 'vitest'
import { after } from '../../test/shared/editor-state.ts'
import { backspaceAtEdge, deleteAtEdge, enterInTitle, leavePiece } from './part-keys.ts'

const TABS =
  '<div data-piece="tabs"><section><h3>One</h3><p>first</p></section><section><h3>Two</h3><p>second</p></section></div>'
const page = (body: string): string => `<h1>T</h1>${body}`

test('Enter in the title of a part or reveal goes beneath it', () => {
  expect(after(page(TABS.replace('One', 'One‸')), enterInTitle)).toContain('<p>‸first</p>')
  expect(after(page('<details><summary>Wh‸y</summary><p>so</p></details>'), enterInTitle)).toContain('<p>‸so</p>')
})

test('Enter in an answer begins the next one, after it', () => {
  const answer = (words: string): string =>
    `<div data-part="answer"><p>${words}</p><div data-part="feedback"><p>f</p></div></div>`
  const practice = `<div data-piece="practice"><div data-part="prompt"><p>q</p></div>${answer('a‸')}${answer('b')}</div>`
  const made = after(page(practice), enterInTitle)!
  expect(made.match(/data-part="answer"/g)).toHaveLength(3)
  expect(made.indexOf('‸')).toBeGreaterThan(made.indexOf('>a<'))
  expect(made.indexOf('‸')).toBeLessThan(made.indexOf('>b<'))
})

test('Enter in a caption leaves the picture; elsewhere it is not this key', () => {
  const picture =
    '<figure data-piece="picture"><img src="/files/w/480" width="9" height="9" alt="A wall"><figcaption>in snow‸</figcaption></figure>'
  expect(after(page(picture), enterInTitle)).toMatch(/<\/figure>\n<p>‸<\/p>$/)
  expect(after(page('<p>a‸</p>'), enterInTitle)).toBeNull()
})

test('an empty last line of a piece is left by Enter, and goes; the only line stays', () => {
  const left = after(page('<details><summary>Why</summary><p>so</p><p>‸</p></details>'), leavePiece)!
  expect(left).toMatch(/<p>so<\/p>\s*<\/details>\n<p>‸<\/p>$/)
  const only = after(page('<details><summary>Why</summary><p>‸</p></details>'), leavePiece)!
  expect(only).toMatch(/<p><\/p>\s*<\/details>\n<p>‸<\/p>$/)
  expect(after(page('<details><summary>Why</summary><p>so‸</p></details>'), leavePiece)).toBeNull()
  expect(after(page('<p>‸</p>'), leavePiece)).toBeNull()
})

test('Backspace at the edges of a piece takes nothing apart', () => {
  // At the start of a title nothing happens; at the start of what stands beneath it one is in the title.
  expect(after(page(TABS.replace('One', '‸One')), backspaceAtEdge)).toContain('‸One')
  expect(after(page(TABS.replace('first', '‸first')), backspaceAtEdge)).toContain('One‸')
  expect(after(page(TABS.replace('first', 'f‸irst')), backspaceAtEdge)).toBeNull()
  // An empty line between others is the editor's to take away.
  expect(
    after(page('<div data-piece="columns"><div><p>‸</p><p>a</p></div><div><p>b</p></div></div>'), backspaceAtEdge),
  ).toBeNull()
  expect(
    after(page('<div data-piece="columns"><div><p>a</p></div><div><p>‸b</p></div></div>'), backspaceAtEdge),
  ).toContain('‸b')
})

test('Delete at the end of a title takes nothing of what follows', () => {
  expect(after(page(TABS.replace('One', 'One‸')), deleteAtEdge)).toContain('One‸')
  expect(after(page(TABS.replace('One', 'On‸e')), deleteAtEdge)).toBeNull()
})
