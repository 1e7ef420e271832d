import fc from 'fast-check'
import { expect, test } from 'vitest'
import { anyPage } from '../../test/shared/pages.ts'
import { problemOfPage } from '../document/check.ts'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'
import { blanksOf } from './blanks.ts'
import { BLANK_TYPES, type BlankType } from './blank-types.ts'
import { declaredBlank, type DeclaredBlank, problemOfDeclared, problemOfValue, problemsOf } from './declared.ts'
import { pictureValue } from './picture-value.ts'
import { askableOf, blanksAsked, fillTemplate } from './fill.ts'

const blank = (name: string, type: BlankType, more: Partial<DeclaredBlank> = {}): DeclaredBlank =>
  declaredBlank.parse({ name, type, example: '', ...more })
const page = (html: string) => readPage(`<h1>T</h1>${html}`).page
const source = (of: ReturnType<typeof page>): string => writePage(of, 'source').replace(/^<h1>T<\/h1>\n?/, '')

const TASK =
  '<p>Read <a href="https://library.example/a">the <b>text</b></a> by <span data-blank="Day">12 March</span>, <span data-blank="Pages">10</span> pages.</p>' +
  '<div data-piece="box" style="background-color: #e4ebdb"><p><span style="color: #8a1f11">#e4ebdb</span> <a href="#there">there</a></p></div>'

test('marked words, web addresses and colours can be asked for, each once', () => {
  expect(askableOf(page(TASK)).map(({ name, type, example }) => [name, type, example])).toEqual([
    ['Day', 'words', '12 March'],
    ['Pages', 'words', '10'],
    ['the text', 'address', 'https://library.example/a'],
    ['Colour 1', 'colour', '#e4ebdb'],
    ['Colour 2', 'colour', '#8a1f11'],
  ])
})

test('what is filled in stands everywhere in its place, as the language of the course writes it; words stay', () => {
  const blanks = [
    blank('Day', 'date'),
    blank('Pages', 'number'),
    blank('Where', 'address', { example: 'https://library.example/a' }),
    blank('Ground', 'colour', { example: '#e4ebdb' }),
  ]
  const values = new Map([
    ['Day', '2027-03-04'],
    ['Pages', ' 2,5 '],
    ['Where', 'https://library.example/b?c=1&d=2'],
    ['Ground', '#F5DFDA'],
  ])
  const filled = source(fillTemplate(page(TASK), blanks, values, 'en'))
  expect(filled).toContain('by March 4, 2027, 2.5 pages')
  expect(filled.match(/href="https:\/\/library\.example\/b\?c=1&amp;d=2"/g)).toHaveLength(1)
  expect(filled).not.toContain('library.example/a')
  expect(filled).toContain('background-color: #f5dfda')
  expect(filled, 'a colour that is written down is a word').toContain('>#e4ebdb<')
  expect(source(fillTemplate(page(TASK), blanks, values, 'de'))).toContain('4. März 2027, 2,5 pages')
})

test('what nobody fills keeps its example, and is open', () => {
  const blanks = blanksAsked(page(TASK), [blank('Day', 'date')])
  expect(blanks.map(({ name, type, example }) => `${name} ${type} ${example}`)).toEqual([
    'Day date 12 March',
    'Pages words 10',
  ])
  const left = source(fillTemplate(page(TASK), blanks, new Map([['Pages', '3']]), 'en'))
  expect(left).toContain('<span data-blank="Day" data-open="yes">12 March</span>, 3 pages')
})

test('a blank over very many words is called by the first, and can be asked for', () => {
  const long = page(`<p><span data-blank="">${'wall '.repeat(900)}😀</span></p>`)
  const [asked] = blanksAsked(long, [])
  expect(asked!.name).toBe(Array.from({ length: 20 }, () => 'wall').join(' '))
  expect(declaredBlank.safeParse(asked).success).toBe(true)
  expect(declaredBlank.safeParse(askableOf(long)[0]).success).toBe(true)
  expect(source(fillTemplate(long, [asked!], new Map([[asked!.name, 'stone']]), 'en')).trim()).toBe('<p>stone</p>')
})

test('what is no longer in the page is not asked for', () => {
  const gone = [blank('Old', 'words'), blank('Where', 'address', { example: 'https://library.example/gone' })]
  expect(blanksAsked(page(TASK), gone).map(({ name }) => name)).toEqual(['Day', 'Pages'])
})

test.each<[BlankType, string, string, Partial<DeclaredBlank>?]>([
  ['words', 'anything', ''],
  ['words', '', 'This has to be filled in.', { isNeeded: true }],
  ['number', '2,5', ''],
  ['number', '−3', ''],
  ['number', 'three', 'A number was expected, such as 12 or 2.5.'],
  ['number', '0', 'The smallest number here is 1.', { least: 1 }],
  ['number', '11', 'The largest number here is 10.', { most: 10 }],
  ['date', '2028-02-29', ''],
  ['date', '2027-02-29', 'A date was expected: year, month and day, such as 2027-03-12.'],
  ['date', 'tomorrow', 'A date was expected: year, month and day, such as 2027-03-12.'],
  ['choice', 'two', '', { choices: ['one', 'two'] }],
  ['choice', 'three', 'One of these was expected: one, two.', { choices: ['one', 'two'] }],
  ['address', 'https://library.example/x', ''],
  ['address', 'javascript:alert(1)', 'A web address was expected, from https:// on, as the browser shows it.'],
  ['address', 'library.example', 'A web address was expected, from https:// on, as the browser shows it.'],
  ['colour', '#ABCDEF', ''],
  ['colour', 'red; x: y', 'A colour was expected, such as #e4ebdb.'],
  ['picture', 'item=wall&width=9&height=9&alt=', ''],
  ['picture', 'item=../wall&width=9&height=9', 'A picture of the shelf was expected.'],
  ['picture', 'item=wall&width=0&height=9', 'A picture of the shelf was expected.'],
  ['picture', 'wall', 'A picture of the shelf was expected.'],
])('%s, “%s”: %s', (type, value, problem, more) => {
  expect(problemOfValue(blank('B', type, more), value)).toBe(problem)
})

test('a picture is asked for by its item, and another stands in its place with what that shows', () => {
  const held = page(
    '<figure data-piece="picture"><img src="/files/wall/480" width="9" height="9" alt="A wall"><figcaption>One</figcaption></figure><figure data-piece="picture"><img src="/files/wall/480" width="9" height="9" alt="A wall"></figure>',
  )
  expect(askableOf(held)).toEqual([{ name: 'Picture 1', example: 'wall', type: 'picture' }])
  const blanks = [blank('Site', 'picture', { example: 'wall' })]
  const fill = (value: string): string =>
    writePage(fillTemplate(held, blanks, new Map([['Site', value]]), 'en'), 'source')
  const chosen = fill(pictureValue({ item: 'gate', width: 30, height: 20, alt: 'A gate & a post' }))
  expect(chosen.match(/files\/gate\/\d+" width="30" height="20" alt="A gate &amp; a post"/g)).toHaveLength(2)
  expect(chosen).toContain('One')
  expect(fill('')).toContain('/files/wall/')
  // Of a picture of which nobody has said what it shows, nobody has said it here.
  expect(fill(pictureValue({ item: 'gate', width: 30, height: 20, alt: '' }))).toContain('data-alt="missing"')
})

test('a blank that nobody could fill is not declared', () => {
  expect(problemOfDeclared(blank('B', 'choice', { choices: ['one'] }))).toContain('two words or more')
  expect(problemOfDeclared(blank('B', 'number', { least: 5, most: 4 }))).toContain('smaller than its smallest')
  expect(problemOfDeclared(blank('B', 'number', { least: 4, most: 5 }))).toBe('')
  expect(declaredBlank.safeParse({ name: '', type: 'words', example: '' }).success).toBe(false)
})

const RIGHT: Record<BlankType, string> = {
  words: 'Words <b> & more',
  number: '12',
  date: '2027-03-04',
  choice: 'one',
  address: 'https://other.example/"x',
  colour: '#102030',
  picture: 'item=other&width=30&height=20&alt=A+gate',
}

test('generated pages: whatever is asked for of them is filled with what is right, and they check', () => {
  let filledOnes = 0
  fc.assert(
    fc.property(anyPage, fc.constantFrom(...BLANK_TYPES), (any, type) => {
      const text = ['address', 'colour', 'picture'].includes(type) ? 'words' : type
      const blanks = askableOf(any).map((each) =>
        blank(each.name, each.type === 'words' ? text : each.type, { example: each.example, choices: ['one', 'two'] }),
      )
      const values = new Map(blanks.map((each) => [each.name, RIGHT[each.type].replace('"', '')]))
      expect([...problemsOf(blanks, values)]).toEqual([])
      const filled = fillTemplate(any, blanks, values, 'ar')
      expect(problemOfPage(filled)).toBeNull()
      expect(blanksOf(filled)).toEqual([])
      filledOnes += blanks.length
    }),
    { numRuns: 200 },
  )
  expect(filledOnes).toBeGreaterThan(100)
})
