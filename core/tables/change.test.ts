import type { Node } from 'prosemirror-model'
import type { Transform } from 'prosemirror-transform'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import {
  addCaption,
  hasHeaderColumn,
  headerRows,
  moveColumn,
  moveRow,
  removeCaption,
  setCells,
  setColumnWidth,
  setHeaders,
  setRowHeight,
  sortProblem,
  sortRows,
} from './change.ts'

const page = (html: string): Node => readPage(`<h1></h1>${html}`).page
/** Where the table begins in a page that begins with it, under a title without words. */
const AT = 2
const written = (change: Transform | null): string | null =>
  change && writePage(change.doc, 'source').replace('<h1></h1>', '').replaceAll('\n', '')
/** The words of a table, a line a row. */
const rows = (change: Transform | null): string[] | null =>
  change && change.doc.nodeAt(AT)!.children.map((row) => row.children.map((cell) => cell.textContent).join(' '))
const PLAIN = page('<table><tr><td>a<td>b<tr><td>c<td>d<tr><td>e<td>f</table>')
const JOINED = page('<table><tr><td rowspan=2>a<td>b<tr><td>d<tr><td>e<td>f</table>')
const HEADED = page('<table><tr><th>Name<th>kg<tr><td>Slate<td>10<tr><td>Granite<td>9<tr><td>Chalk<td></table>')

test('rows and columns change places with their neighbours', () => {
  expect(rows(moveRow(PLAIN, AT, 0, 1))).toEqual(['c d', 'a b', 'e f'])
  expect(rows(moveRow(PLAIN, AT, 2, -1))).toEqual(['a b', 'e f', 'c d'])
  expect(rows(moveColumn(PLAIN, AT, 0, 1))).toEqual(['b a', 'd c', 'f e'])
  expect(rows(moveColumn(PLAIN, AT, 1, -1))).toEqual(['b a', 'd c', 'f e'])
  expect(moveRow(PLAIN, AT, 0, -1)).toBeNull()
  expect(moveRow(PLAIN, AT, 2, 1)).toBeNull()
  expect(moveRow(HEADED, AT, 1, -1), 'no row goes above the heads').toBeNull()
  expect(moveRow(HEADED, AT, 0, 1), 'nor the heads below one').toBeNull()
  expect(moveColumn(PLAIN, AT, 1, 1)).toBeNull()
  const named = page('<table><tr><th scope=row>a<td>b<td>c</table>')
  expect(moveColumn(named, AT, 1, -1), 'no column goes before the heads of rows').toBeNull()
  expect(moveColumn(named, AT, 0, 1), 'nor they behind one').toBeNull()
  expect(rows(moveColumn(named, AT, 1, 1))).toEqual(['a c b'])
})

test('merged cells are not torn: rows that they join stay, others move', () => {
  expect(moveRow(JOINED, AT, 0, 1)).toBeNull()
  expect(moveRow(JOINED, AT, 2, -1)).toBeNull()
  const wide = page('<table><tr><td colspan=2>a<tr><td>c<td>d<tr><td>e<td>f</table>')
  expect(moveColumn(wide, AT, 0, 1)).toBeNull()
  expect(rows(moveRow(wide, AT, 0, 1))).toEqual(['c d', 'a', 'e f'])
  expect(rows(moveColumn(JOINED, AT, 0, 1))).toEqual(['b a', 'd', 'f e'])
})

test('heads: a row, a column, both, with the scope that says what they are the heads of', () => {
  const row = setHeaders(PLAIN, AT, 'row', true)!.doc
  expect(headerRows(row.nodeAt(AT)!)).toBe(1)
  const both = setHeaders(row, AT, 'column', true)!
  expect(written(both)).toBe(
    '<table><tbody><tr><th scope="col">a</th><th scope="col">b</th></tr><tr><th scope="row">c</th><td>d</td></tr><tr><th scope="row">e</th><td>f</td></tr></tbody></table>',
  )
  expect(hasHeaderColumn(both.doc.nodeAt(AT)!)).toBe(true)
  expect(written(setHeaders(both.doc, AT, 'row', false))).toContain('<tr><th scope="row">a</th><td>b</td></tr>')
  expect(setHeaders(both.doc, AT, 'row', true), 'there is nothing to do').toBeNull()
})

test('cells, rows and columns take what is set about them, whoever covers them', () => {
  expect(written(setCells(JOINED, AT, { top: 1, bottom: 2, left: 0, right: 2 }, 'ground', '#efe6d3'))).toBe(
    '<table><tbody><tr><td rowspan="2" style="background-color: #efe6d3">a</td><td>b</td></tr><tr><td style="background-color: #efe6d3">d</td></tr><tr><td>e</td><td>f</td></tr></tbody></table>',
  )
  expect(written(setRowHeight(PLAIN, AT, { top: 1, bottom: 2, left: 0, right: 1 }, 40))).toContain(
    '<tr style="height: 40px"><td>c</td>',
  )
  const wide = setColumnWidth(
    page('<table><tr><td colspan=2>a<tr><td>c<td>d</table>'),
    AT,
    { top: 0, bottom: 1, left: 1, right: 2 },
    90,
  )!
  expect(written(wide)).toContain('<colgroup><col><col style="width: 90px"></colgroup>')
  expect(wide.doc.nodeAt(AT)!.firstChild!.firstChild!.attrs.colwidth).toEqual([0, 90])
  expect(written(setColumnWidth(wide.doc, AT, { top: 0, bottom: 1, left: 1, right: 2 }, 0))).not.toContain('colgroup')
})

test('rows are sorted below their heads, what is empty comes last, and what is in place is not touched', () => {
  const how = { language: 'en', isDescending: false }
  expect(rows(sortRows(HEADED, AT, 1, how))).toEqual(['Name kg', 'Granite 9', 'Slate 10', 'Chalk '])
  expect(rows(sortRows(HEADED, AT, 0, how))).toEqual(['Name kg', 'Chalk ', 'Granite 9', 'Slate 10'])
  expect(rows(sortRows(HEADED, AT, 1, { ...how, order: 'text', isDescending: true }))).toBeNull()
  expect(sortRows(sortRows(HEADED, AT, 0, how)!.doc, AT, 0, how)).toBeNull()
  expect(sortRows(HEADED, AT, 1, how)!.steps).toHaveLength(2)
  expect(sortProblem(JOINED.nodeAt(AT)!)).toMatch(/Merged cells join some rows/)
  expect(sortProblem(page('<table><tr><th>a<tr><td>b</table>').nodeAt(AT)!)).toMatch(/no two rows/)
})

test('a caption goes on and off, and its words stay', () => {
  const captioned = addCaption(PLAIN, AT)!.doc
  captioned.check()
  expect(captioned.nodeAt(AT)!.type.name).toBe('captionedTable')
  const filled = page('<table><caption>Weights <b>now</b></caption><tr><td>a<td>b</table>')
  expect(written(removeCaption(filled, AT + 1 + filled.nodeAt(AT)!.firstChild!.nodeSize))).toBe(
    '<p>Weights <strong>now</strong></p><table><tbody><tr><td>a</td><td>b</td></tr></tbody></table>',
  )
  expect(written(removeCaption(captioned, AT + 3))).toBe(
    writePage(PLAIN, 'source').replace('<h1></h1>', '').replaceAll('\n', ''),
  )
  expect(addCaption(captioned, AT + 3)).toBeNull()
})
