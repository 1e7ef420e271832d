import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { tableStyle } from '../looks/course-looks.ts'
import { setTableStyle, styleOfTable } from './style.ts'

const TALLY =
  '<table data-rows="striped" data-lines="rows" style="border-color: #b0762a; border-width: 3px"><tr><th style="background-color: #efe6d3">Stone</th><th style="background-color: #efe6d3">Weight</th></tr><tr><td>Flag</td><td>12</td></tr></table>'
const PLAIN =
  '<table style="width: 60%"><tr><th style="background-color: #d5e4c4">a</th></tr><tr><th scope="row">b</th></tr><tr><td style="background-color: #f7e3a1"><p>c</p></td></tr></table>'
const pageOf = (body: string) => readPage(`<h1>T</h1>${body}`).page

test('a table that has been given the style of another looks as that does', () => {
  const style = styleOfTable(pageOf(TALLY).child(1))
  expect(style).toMatchObject({ lines: 'rows', lineColour: '#b0762a', lineThickness: 3, headGround: '#efe6d3' })
  const page = pageOf(PLAIN)
  const changed = setTableStyle(page, page.child(0).nodeSize, style)!.doc
  expect(styleOfTable(changed.child(1))).toEqual(style)
  const written = writePage(changed, 'source')
  // All heads have its ground; what somebody gave a cell that is none stays, and so do all words.
  expect(written.match(/#efe6d3/g)).toHaveLength(2)
  expect(written).toContain('#f7e3a1')
  expect(changed.textContent).toBe(page.textContent)
})

test('a style without a ground of heads takes it from them; heads of several grounds have none', () => {
  const page = pageOf(PLAIN)
  expect(styleOfTable(page.child(1)).headGround).toBeNull()
  const changed = setTableStyle(page, page.child(0).nodeSize, tableStyle.parse({}))!.doc
  expect(writePage(changed, 'source')).not.toMatch(/#d5e4c4|60%/)
})

test('where no table stands, nothing is changed', () => {
  expect(setTableStyle(pageOf('<p>x</p>'), 3, tableStyle.parse({}))).toBeNull()
})
