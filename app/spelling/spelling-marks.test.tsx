import { TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { expect, test, vi } from 'vitest'
import type { SpellingRequest } from '../../core/spelling/speller.ts'
import { editorOn } from '../../test/shared/editor-on.ts'
import { isLooking, isUnreachable, nextWrongWord, spellingMarks, wrongWordAt, wrongWords } from './spelling-marks.ts'
import { WordList } from './word-list.ts'

/** Words with an x in them are wrong; what was asked is remembered. */
function listSaying(language = 'en', isThere = () => true) {
  const asked: string[][] = []
  const ask = (request: SpellingRequest): Promise<readonly string[] | null> => {
    const words = request.type === 'look' ? request.words : []
    if (isThere()) asked.push([...words])
    return Promise.resolve(isThere() ? words.filter((word) => word.includes('x')) : null)
  }
  return { asked, words: new WordList(language, { ask }) }
}

function spelledOn(html: string, words: WordList) {
  const editor = editorOn(html)
  editor.registerPlugin(spellingMarks({ words, onAsk: () => undefined }))
  return editor
}
const texts = ({ state }: EditorView): string[] => wrongWords(state).map(({ text }) => text)
const shown = ({ dom }: EditorView): string[] =>
  [...dom.querySelectorAll('.misspelled')].map((mark) => mark.textContent)
const rested = (view: EditorView): Promise<void> => vi.waitFor(() => expect(isLooking(view.state)).toBe(false), 20_000)

test('wrong words are marked, and only what has changed is asked about again', async () => {
  const { words, asked } = listSaying()
  const { view } = spelledOn('<h1>Waxlls</h1><p>One stoxne on two.‸</p><p>Two on onxe.</p>', words)
  await rested(view)
  expect(texts(view)).toEqual(['Waxlls', 'stoxne', 'onxe'])
  expect(asked).toEqual([['Waxlls', 'One', 'stoxne', 'on', 'two', 'Two', 'onxe']])
  view.dispatch(view.state.tr.insertText(' Threxe on one.'))
  await rested(view)
  expect(asked[1]).toEqual(['Threxe', 'one'])
  expect(texts(view)).toEqual(['Waxlls', 'stoxne', 'Threxe', 'onxe'])
  // Nothing new is asked for what is known.
  view.dispatch(view.state.tr.insertText(' On stoxne.'))
  await rested(view)
  expect(asked.length).toBe(3)
  expect(asked[2]).toEqual(['On'])
  expect(nextWrongWord(view.state, 0)?.text).toBe('Waxlls')
  expect(nextWrongWord(view.state, view.state.doc.content.size)?.text).toBe('Waxlls')
})

test('the word that is being written is not wrong before the cursor has left it', async () => {
  const { words } = listSaying()
  const { view } = spelledOn('<h1>W</h1><p>One ‸</p>', words)
  await rested(view)
  view.dispatch(view.state.tr.insertText('stox'))
  await rested(view)
  expect(texts(view)).toEqual(['stox'])
  expect(shown(view)).toEqual([])
  view.dispatch(view.state.tr.setSelection(TextSelection.create(view.state.doc, 2)))
  expect(shown(view)).toEqual(['stox'])
})

test('words that become code, or another language, are looked at again', async () => {
  const { words } = listSaying()
  const { view } = spelledOn('<h1>W</h1><p>stox and onxe</p>', words)
  await rested(view)
  const { schema } = view.state
  const [first, second] = wrongWords(view.state)
  view.dispatch(view.state.tr.addMark(first!.from, first!.to, schema.marks.code!.create()))
  view.dispatch(view.state.tr.addMark(second!.from, second!.to, schema.marks.language!.create({ tag: 'cy' })))
  await rested(view)
  expect(texts(view)).toEqual([])
  view.dispatch(view.state.tr.removeMark(first!.from, first!.to))
  await rested(view)
  expect(texts(view)).toEqual(['stox'])
  expect(wrongWordAt(view.state, first!.from + 1)?.text).toBe('stox')
})

test('own and ignored words are right; switched off, none is marked and the browser looks for itself', async () => {
  const { words } = listSaying()
  const { view } = spelledOn('<h1>W</h1><p>stox onxe Stox</p>', words)
  await rested(view)
  expect(view.dom.getAttribute('spellcheck')).toBe('false')
  words.setOwn(['stox'])
  await rested(view)
  expect(texts(view)).toEqual(['onxe'])
  words.ignore('onxe')
  await rested(view)
  expect(texts(view)).toEqual([])
  words.setOwn([])
  words.setOn(false)
  await rested(view)
  expect(texts(view)).toEqual([])
  expect(view.dom.getAttribute('spellcheck')).toBe('true')
  words.setOn(true)
  await rested(view)
  expect(texts(view)).toEqual(['stox', 'Stox'])
})

test('where a language has no dictionary nothing is marked, and the browser looks for itself', async () => {
  const { words, asked } = listSaying('cy')
  const { view } = spelledOn('<h1>W</h1><p>stox</p>', words)
  await rested(view)
  expect(texts(view)).toEqual([])
  expect(asked).toEqual([])
  expect(view.dom.getAttribute('spellcheck')).toBe('true')
})

test('words wait while the dictionary can’t be had, and are looked at with the next change', async () => {
  let isThere = false
  const { words } = listSaying('en', () => isThere)
  const { view } = spelledOn('<h1>W</h1><p>stox ‸</p>', words)
  await vi.waitFor(() => expect(isUnreachable(view.state)).toBe(true), 20_000)
  expect(texts(view)).toEqual([])
  isThere = true
  view.dispatch(view.state.tr.insertText('and '))
  await rested(view)
  expect(texts(view)).toEqual(['stox'])
  expect(isUnreachable(view.state)).toBe(false)
})

test('a long page is looked at in parts, each word once', async () => {
  const { words, asked } = listSaying()
  const paragraphs = Array.from(
    { length: 400 },
    (_, at) => `<p>${'one two three four '.repeat(3)}w${String.fromCharCode(97 + (at % 26))}x</p>`,
  )
  const { view } = spelledOn(`<h1>W</h1>${paragraphs.join('')}`, words)
  await rested(view)
  expect(texts(view).length).toBe(400)
  expect(asked.length).toBeGreaterThanOrEqual(1)
  expect(asked.flat().length).toBe(new Set(asked.flat()).size)
})
