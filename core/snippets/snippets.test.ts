import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { schema } from '../document/schema.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { declaredBlank, type DeclaredBlank } from '../templates/declared.ts'
import { picturesApart, withPicturesIn } from './file-pictures.ts'
import { readSnippetFile, writeSnippetFile } from './file.ts'
import { isTouched } from './print.ts'
import {
  blocksOf,
  carryInto,
  filledSnippet,
  placesOfSnippet,
  type Snippet,
  snippetPage,
  snippetsIn,
  unfilledSnippet,
  valuesOf,
} from './snippets.ts'

const { doc, title, paragraph } = schema.nodes
const page = (...html: string[]) => readPage(html.join('')).page
const of = (html: string, blanks: readonly Partial<DeclaredBlank>[] = [], version = 1): Snippet => ({
  id: 'lifting',
  version,
  page: snippetPage('Lifting', blocksOf(page(html))),
  blanks: blanks.map((each) => declaredBlank.parse({ example: '', type: 'words', ...each })),
})
const LIFT = '<p>Lift <span data-blank="How many">two</span> at <span data-blank="Day">9 March</span>.</p>'
const BLANKS = [
  { name: 'How many', type: 'number' as const, most: 4 },
  { name: 'Day', type: 'date' as const },
]
const holding = (...nodes: ReturnType<typeof filledSnippet>[]) =>
  doc.create(null, [title.create(), ...nodes, paragraph.create()])

test('what is put in knows its snippet, its state and what it was filled with, and is written in the language of the course', () => {
  const filled = filledSnippet(
    of(LIFT, BLANKS, 3),
    new Map([
      ['How many', '3'],
      ['Day', '2027-03-12'],
    ]),
    'en',
  )
  expect(filled.attrs).toMatchObject({ snippet: 'lifting', version: 3 })
  expect([...valuesOf(filled)]).toEqual([
    ['How many', '3'],
    ['Day', '2027-03-12'],
  ])
  expect(filled.textContent).toBe('Lift 3 at March 12, 2027.')
  expect(isTouched(filled)).toBe(false)
})

test('what does not fit a blank, or a blank that nobody knows, is left out: the example stays, open', () => {
  const filled = filledSnippet(
    of(LIFT, BLANKS),
    new Map([
      ['How many', '9'],
      ['Day', 'soon'],
      ['Else', 'x'],
    ]),
    'en',
  )
  expect(filled.textContent).toBe('Lift two at 9 March.')
  expect(filled.attrs.values).toBeNull()
  expect(writePage(holding(filled), 'source')).toContain('data-blank="How many" data-open="yes"')
})

test('a change by hand is told, whatever it is; the name of a place is none', () => {
  const filled = filledSnippet(of('<h2 id="a">Lifting</h2><p style="text-align: center">Two.</p>'), new Map(), 'en')
  const changed = (change: (html: string) => string): boolean => {
    const { node } = placesOfSnippet(readPage(change(writePage(holding(filled), 'source'))).page, 'lifting')[0]!
    return isTouched(node)
  }
  expect(changed((html) => html)).toBe(false)
  expect(changed((html) => html.replace('id="a"', 'id="a-2"'))).toBe(false)
  expect(changed((html) => html.replace('Two', 'Three'))).toBe(true)
  expect(changed((html) => html.replace('center', 'end'))).toBe(true)
  expect(changed((html) => html.replace('<h2 id="a">Lifting</h2>', ''))).toBe(true)
  expect(changed((html) => html.replace(/data-print="[^"]*"/, ''))).toBe(true)
})

test('a new state is carried to each place with what was filled in there; what was changed by hand stays unless one says so', () => {
  const old = of(LIFT, BLANKS)
  const [mine, yours] = ['1', '2'].map((many) => filledSnippet(old, new Map([['How many', many]]), 'en'))
  const touched = page(writePage(holding(mine!, yours!), 'source').replace('Lift 2', 'Raise 2'))
  const next = of('<p>Never lift more than <span data-blank="How many">two</span>.</p>', BLANKS, 2)
  const careful = carryInto(touched, next, 'en', false)
  expect([careful.changed, careful.stayed]).toEqual([1, 1])
  expect(careful.transform.doc.textContent).toBe('Never lift more than 1.Raise 2 at 9 March.')
  const all = carryInto(careful.transform.doc, next, 'en', true)
  expect([all.changed, all.stayed]).toEqual([1, 0])
  expect(all.transform.doc.textContent).toBe('Never lift more than 1.Never lift more than 2.')
  expect(carryInto(all.transform.doc, next, 'en', true).changed).toBe(0)
  expect(snippetsIn(touched)).toEqual([{ snippet: 'lifting', places: 2, oldest: 1 }])
  expect(carryInto(touched, next, 'en', true, 1).changed).toBe(1)
})

test('no snippet holds itself or another: what came from one is kept without its wrapping, however deep', () => {
  const inner = filledSnippet(of('<p>inner</p>'), new Map(), 'en')
  const box = schema.nodes.box.create(
    null,
    filledSnippet(of('<p>x</p>'), new Map(), 'en').copy(inner.content).type.create(inner.attrs, [inner]),
  )
  const kept = snippetPage('Both', blocksOf(holding(inner, box)))
  expect(snippetsIn(kept)).toEqual([])
  expect(kept.textContent).toBe('Bothinnerinner')
  expect(problemOfPage(kept)).toBeNull()
})

test('any page is kept, put in, changed on a page and written to a file without losing anything', () => {
  fc.assert(
    fc.property(anyPage, (any) => {
      const kept = snippetPage('Any', blocksOf(any))
      expect(kept.textContent).toBe(
        `Any${blocksOf(any)
          .content.map(({ textContent }) => textContent)
          .join('')}`,
      )
      const snippet: Snippet = { id: 'any', version: 1, page: kept, blanks: [] }
      const asKept = unfilledSnippet(snippet)
      expect(asKept.content.eq(blocksOf(kept))).toBe(true)
      expect(isTouched(asKept)).toBe(false)
      const put = holding(filledSnippet(snippet, new Map(), 'en'))
      expect(snippetsIn(put)).toEqual([{ snippet: 'any', places: 1, oldest: 1 }])
      const file = writeSnippetFile({ name: 'Any', description: '', purpose: 'doing', blanks: [], page: kept }, 'ar')
      const read = readSnippetFile(file)
      expect(read.page.eq(kept)).toBe(true)
      expect(read.notes).toEqual([])
    }),
    { numRuns: 100 },
  )
}, 120_000)

test('pictures go into a file as data and come out of one as items; what can’t be read is left out', () => {
  const png = new Uint8Array([137, 80, 78, 71])
  const html = '<p>/files/wall/480</p><img src="/files/wall/480" alt="a"><img src="/files/gone/480" alt="b">'
  const whole = withPicturesIn(html, new Map([['wall', { mediaType: 'image/png', bytes: png }]]))
  expect(whole).toBe(
    '<p>/files/wall/480</p><img src="data:image/png;base64,iVBORw==" alt="a"><img src="/files/gone/480" alt="b">',
  )
  const apart = picturesApart(`${whole}<img src='data:image/png;base64,iVBORw=='><img src=data:image/png;base64,%%%>`)
  const [address] = /data:[^"]*/.exec(whole)!
  expect(apart.pictures).toEqual([
    { item: 'in-file-0', unsafeAddress: address },
    { item: 'in-file-1', unsafeAddress: 'data:image/png;base64,%%%' },
  ])
  expect(apart.html).toContain('<img src="/files/in-file-0/1" alt="a">')
  expect(apart.html).toContain("<img src='/files/in-file-0/1'><img src=/files/in-file-1/1>")
  // However large one is, finding it is no deeper.
  expect(picturesApart(`<img src="data:image/png;base64,${'A'.repeat(3_000_000)}">`).html).toBe(
    '<img src="/files/in-file-0/1">',
  )
})

test.each([
  ['', 'A snippet', ''],
  ['<title>T</title>', 'T', ''],
  ['<p>Only <b>words', 'A snippet', 'Only words'],
  [
    '<form><input name="A" type="number" min="x"></form><main><p><span data-blank="A">1</span></p></main>',
    'A snippet',
    '1',
  ],
  ['<form><input name="constructor"><select name="__proto__"></select></form><p>x</p>', 'A snippet', 'x'],
  ['<main><div data-snippet="a"><div data-snippet="a"><p>in</p></div></div></main>', 'A snippet', 'in'],
])('a file that is no snippet, %s, is read all the same', (html, name, words) => {
  const read = readSnippetFile(html)
  expect(read.name).toBe(name)
  expect(blocksOf(read.page).textBetween(0, blocksOf(read.page).size)).toBe(words)
  expect(problemOfPage(read.page)).toBeNull()
  expect(snippetsIn(read.page)).toEqual([])
})

test('a blank for a picture says in the file which of its pictures it is for', () => {
  const held = page(
    '<figure data-piece="picture"><img src="/files/wall/480" width="9" height="9" alt="A"></figure><figure data-piece="picture"><img src="/files/gate/480" width="9" height="9" alt="B"></figure>',
  )
  const blanks = [declaredBlank.parse({ name: 'Gate', type: 'picture', example: 'gate' })]
  const snippet = {
    name: 'S',
    description: '',
    purpose: 'doing' as const,
    page: snippetPage('S', blocksOf(held)),
    blanks,
  }
  const file = writeSnippetFile(snippet, 'en')
  expect(file).toContain('<input type="file" name="Gate" accept="image/*" data-picture="2">')
  expect(readSnippetFile(file.replaceAll('/files/gate/', '/files/other/')).blanks).toEqual([
    { ...blanks[0], example: 'other' },
  ])
})
