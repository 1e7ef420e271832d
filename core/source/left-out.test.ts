import { Slice } from 'prosemirror-model'
import { expect, test } from 'vitest'
import { schema } from '../document/schema.ts'
import { MOST_TOLD, sentSetAside } from '../document/wire.ts'
import { readPage } from '../html/read.ts'
import { leftOutIn } from '../html/report.ts'
import { byFragments, type FragmentNotes } from './fragments.ts'
import { codeIn, leftOutOf, leftOutOfImport, leftOutOfPaste } from './left-out.ts'

const leftOut = (html: string) => {
  let count = 0
  return leftOutOf(byFragments(html, readPage(html, { positions: true }).notes), () => `id-${++count}`)
}

test('what a source loses waits with its words and its code; what was recognised does not', () => {
  const html = `<p>a</p><div style="clear: left" data-x="1">b</div><!-- later -->
    <details><summary>c</summary>d</details>`
  const entries = leftOut(html)
  expect(entries.map(({ id, reason, told, content }) => [id, reason, told, codeIn(content)])).toEqual([
    [
      'id-1',
      'left out',
      'This block lost its place beside the text (clear: left). This block lost “data-x="1"”.',
      '<div style="clear: left" data-x="1">b</div>',
    ],
    ['id-2', 'left out', 'The comment “later” was left out: it is no part of a page.', ''],
  ])
  for (const entry of entries) expect(sentSetAside.parse(entry)).toEqual(entry)
  const [piece] = Slice.fromJSON(schema, entries[0]!.content).content.content
  expect(piece!.type.name).toBe('htmlPiece')
  piece!.check()
})

test('much and long is told in bounds, and says how much more there is', () => {
  const note = (message: string, text: string): FragmentNotes => ({
    ...{ line: 1, type: 'left out', messages: [message] },
    code: { from: 0, to: text.length, text },
  })
  const entries = leftOutOf(
    [
      note('x'.repeat(9000), '<p>\u0000</p>'),
      note('long', 'y'.repeat(20_001)),
      ...Array<FragmentNotes>(150).fill(note('z', '<b>')),
    ],
    () => 'id',
  )
  expect(entries).toHaveLength(101)
  expect(entries[0]!.told).toHaveLength(MOST_TOLD)
  expect(codeIn(entries[0]!.content)).toBe('<p></p>')
  expect(codeIn(entries[1]!.content)).toBe('')
  expect(entries[100]!.told).toBe('52 more fragments lost something, too many to list.')
  for (const entry of entries) expect(sentSetAside.safeParse(entry).success).toBe(true)
  expect([codeIn(null), codeIn({ content: [{ attrs: { code: 7 } }] })]).toEqual(['', ''])
})

test('a paste waits as one, each sentence once; one that lost nothing does not', () => {
  const html = '<p>a</p><input><svg></svg><input><p hidden>b</p>'
  const [entry, ...others] = leftOutOfPaste(leftOutIn(readPage(html).notes), html, () => 'id')
  expect(others).toEqual([])
  expect(entry!.told).toBe(
    "Of what was pasted: Words that are hidden were left out: “b”. A page can't hold “input” yet; it was left out. A page can't hold “svg” yet; it was left out.",
  )
  expect(codeIn(entry!.content)).toBe(html)
  expect(leftOutOfPaste(leftOutIn(readPage('<div><h1>a</h1></div>').notes), html, () => 'id')).toEqual([])
})

test('what an import left out waits as one, with how often; what only changed is in its report', () => {
  const notes = [
    { type: 'left out' as const, message: 'A comment was left out.', count: 1 },
    { type: 'changed' as const, message: 'Paragraphs of the style “A” became plain paragraphs.', count: 3 },
    { type: 'left out' as const, message: 'A picture was left out.', count: 1200 },
  ]
  const [entry, ...others] = leftOutOfImport('A year.docx', notes, () => 'id')
  expect(others).toEqual([])
  expect(entry!.told).toBe(
    'Of “A year.docx”, as it was imported: A comment was left out. A picture was left out. (1,200 times)',
  )
  expect(sentSetAside.parse(entry)).toEqual(entry)
  expect(leftOutOfImport('A year.docx', [notes[1]!], () => 'id')).toEqual([])
})
