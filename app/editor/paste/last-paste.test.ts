import { history, undo } from '@tiptap/pm/history'
import { EditorState, Plugin } from '@tiptap/pm/state'
import { expect, test } from 'vitest'
import { schema } from '../../../core/document/schema.ts'
import { lastPaste, type LastPaste, pasteKey, pasteState, said, settledPaste, tell } from './last-paste.ts'

const paste = (words: string): LastPaste => ({
  ...said(`Pasted: ${words}.`),
  leftOut: [`“${words}” lost something.`],
  clipboard: { html: words, text: words, rtf: '' },
})

/** A page onto which things are done one after the other; gives back what its last paste left for decision. */
function after(...acts: ((state: EditorState) => EditorState)[]): string | undefined {
  const start = EditorState.create({ schema, plugins: [history(), new Plugin({ key: pasteKey, state: pasteState() })] })
  return settledPaste(acts.reduce((state, act) => act(state), start))?.clipboard.html
}
const pasted =
  (last: LastPaste) =>
  (state: EditorState): EditorState =>
    state.apply(tell(state.tr.insertText(last.clipboard.text, 1), { last }))
const typed = (state: EditorState): EditorState => state.apply(state.tr.insertText('x', 1))
const undone = (state: EditorState): EditorState => {
  let next = state
  undo(state, (transaction) => (next = state.apply(transaction)))
  return next
}
const dismissed = (state: EditorState): EditorState => state.apply(tell(state.tr, { last: null }))
const [a, b] = [paste('a'), paste('b')]

test('what a paste lost waits for a decision once something else is written or pasted', () => {
  expect(after(pasted(a))).toBeUndefined()
  expect(after(pasted(a), typed)).toBe('a')
  expect(after(pasted(a), pasted(b))).toBe('a')
  expect(after(pasted(a), typed, pasted(b), typed)).toBe('b')
})

test('what is taken back, put away, or read in another way asks for none', () => {
  expect(after(pasted(a), undone)).toBeUndefined()
  expect(after(pasted(a), undone, typed)).toBeUndefined()
  expect(after(pasted(a), dismissed, typed)).toBeUndefined()
  const otherwise: LastPaste = { ...a, reading: 'words', leftOut: [] }
  expect(after(pasted(a), undone, pasted(otherwise))).toBeUndefined()
  expect(after((state) => state, typed)).toBeUndefined()
  expect(lastPaste(EditorState.create({ schema }))).toBeNull()
})
