import { expect, test } from 'vitest'
import { isBlank, MOST_PASSAGE, passageFromUnsafe, passageOf } from './passage.ts'
import { passageHtml } from '../html/passage-html.ts'
import { sayIn } from '../words/say.ts'

const passage = (...content: unknown[]): unknown => ({ type: 'passage', content })
const words = (text: string): unknown => ({ type: 'paragraph', content: [{ type: 'text', text }] })
const reason = (unsafe: unknown): string => {
  const read = passageFromUnsafe(unsafe)
  return read.ok ? '' : sayIn('en')(read.problem.message, read.problem.values)
}

test('what was written is read, and written as HTML', () => {
  const read = passageFromUnsafe(
    passage(
      words('One <b>on</b> two'),
      { type: 'bulletList', content: [{ type: 'listItem', content: [words('a')] }] },
      { type: 'heading', attrs: { level: 3, id: 'x' }, content: [{ type: 'text', text: 'H' }] },
    ),
  )
  expect(read.ok && passageHtml(read.passage)).toBe(
    '<p>One &lt;b&gt;on&lt;/b&gt; two</p>\n<ul><li>a</li></ul>\n<h3>H</h3>',
  )
})

test.each([
  ['nothing', null, 'can’t be read'],
  ['a page', { type: 'doc', content: [{ type: 'title' }, words('x')] }, 'can’t be read'],
  ['a kind of nobody', passage({ type: 'script' }), 'can’t be read'],
  ['what does not fit', passage({ type: 'listItem', content: [words('x')] }), 'can’t be read'],
  [
    'an address to script',
    passage({
      type: 'paragraph',
      content: [{ type: 'text', text: 'x', marks: [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }] }],
    }),
    'can’t be read',
  ],
  [
    'an HTML piece',
    passage({ type: 'htmlPiece', attrs: { title: 'x', code: '<script>', height: 100 } }),
    'pages alone',
  ],
  ['too much', passage(words('x'.repeat(MOST_PASSAGE + 1))), 'at most 40,000'],
  ['half a character', passage(words('\ud800')), 'can’t be shown'],
  ['what hides in a control character', passage(words('a\u0000b')), 'can’t be shown'],
])('%s is refused with a sentence', (_name, unsafe, sentence) => expect(reason(unsafe)).toContain(sentence))

test('a thousand boxes in each other are refused before anything walks them', () => {
  let deep: unknown = words('x')
  for (let at = 0; at < 1000; at++) deep = { type: 'box', content: [deep] }
  expect(reason(passage(deep))).toContain('deeper')
})

test('blank is what says nothing', () => {
  expect(isBlank(passageOf(' \n '))).toBe(true)
  expect(isBlank(passageOf('a'))).toBe(false)
  const picture = passageFromUnsafe(
    passage({ type: 'picture', attrs: { item: 'a', width: 2, height: 1 }, content: [{ type: 'caption' }] }),
  )
  expect(picture.ok && isBlank(picture.passage)).toBe(false)
})

test('what holds far too many parts is refused before anything walks them', () => {
  const blocks = (count: number): object => ({
    type: 'passage',
    content: Array.from({ length: count }, () => ({ type: 'paragraph' })),
  })
  expect(reason(blocks(60_000))).toContain('more paragraphs, list items or other parts')
  expect(reason(blocks(5000))).toBe('')
})
