import type { Editor } from '@tiptap/core'
import { TextSelection } from '@tiptap/pm/state'
import { useEditorState } from '@tiptap/react'
import { dictionariesFor } from '../../core/spelling/dictionaries.ts'
import type { OwnList } from '../../core/spelling/own-words.ts'
import type { Word } from '../../core/spelling/words.ts'
import { languageName } from '../editor/language-names.ts'
import { isLooking, isUnreachable, wrongWords } from './spelling-marks.ts'
import type { Spelling } from './use-spelling.ts'

/** So many different words are listed; who has more writes in another language than the course says. */
const MOST_LISTED = 100

/** The words of the page that no dictionary has, each once, and the lists of words that are right all the same. */
export function SpellingDesk({ editor, spelling }: { editor: Editor; spelling: Spelling }) {
  const { words, problem } = spelling
  const { found, isBusy, isGone } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => ({
      found: wrongWords(state),
      isBusy: isLooking(state),
      isGone: isUnreachable(state),
    }),
    equalityFn: (a, b) =>
      a.isBusy === b?.isBusy && a.isGone === b.isGone && JSON.stringify(a.found) === JSON.stringify(b.found),
  })
  const byWord = grouped(found)
  return (
    <section className="findings spelling" aria-label="Spelling">
      <h2>
        Spelling <span className="soft">{words.isOn && !isBusy ? byWord.size : ''}</span>
      </h2>
      <label className="desk-check">
        <input type="checkbox" checked={words.isOn} onChange={({ target }) => spelling.setOn(target.checked)} /> Mark
        words that are in no dictionary
      </label>
      {words.isOn && (
        <p className="soft small">
          {standing(words.language, isGone ? 'gone' : isBusy ? 'busy' : 'done', byWord.size)}
        </p>
      )}
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
      {words.isOn && (
        <ul className="own-words">
          {[...byWord].slice(0, MOST_LISTED).map(([text, places]) => (
            <li key={text}>
              <WordLine editor={editor} spelling={spelling} text={text} places={places} />
            </li>
          ))}
        </ul>
      )}
      <OwnLists spelling={spelling} />
    </section>
  )
}

function grouped(words: readonly Word[]): Map<string, Word[]> {
  const byWord = new Map<string, Word[]>()
  for (const word of words) byWord.set(word.text, [...(byWord.get(word.text) ?? []), word])
  return byWord
}

/** What the marks say, or why there are none. */
function standing(language: string, state: 'gone' | 'busy' | 'done', count: number): string {
  const name = languageName(language)
  if (dictionariesFor(language).length === 0)
    return `There is no dictionary for ${name}. Words in other languages are looked at where their language is set.`
  if (state === 'gone') return 'The dictionary can’t be had just now. It is asked for again with the next change.'
  if (state === 'busy') return 'Looking at the words…'
  return count === 0
    ? `Every word is in the dictionary (${name}).`
    : `${name}. Choose a word to put it right, to ignore it here, or to add it to your words. F7 goes from one to the next.`
}

interface WordLineProps {
  editor: Editor
  spelling: Spelling
  text: string
  places: readonly Word[]
}

function WordLine({ editor, spelling, text, places }: WordLineProps) {
  const [first] = places
  const show = (): void => {
    if (!first) return
    const { state, view } = editor
    const selection = TextSelection.create(state.doc, first.from, first.to)
    view.dispatch(state.tr.setSelection(selection).scrollIntoView())
    view.focus()
    spelling.ask(first)
  }
  return (
    <button type="button" className="finding-message" onClick={show}>
      <bdi lang={first?.language}>{text}</bdi>{' '}
      {places.length > 1 && <span className="soft">{places.length} times</span>}
    </button>
  )
}

const LISTS: readonly (readonly [OwnList, string])[] = [
  ['mine', 'My words, wherever I write'],
  ['course', 'Words of this course, for all its authors'],
]

/** The words that are right though no dictionary has them, and the way to take one out again. */
function OwnLists({ spelling: { own, remove } }: { spelling: Spelling }) {
  return LISTS.map(([list, name]) =>
    own[list].length === 0 ? null : (
      <details key={list} className="finding-why">
        <summary>
          {name} ({own[list].length})
        </summary>
        <ul className="own-words">
          {own[list].map((word) => (
            <li key={word}>
              <bdi>{word}</bdi>{' '}
              <button
                type="button"
                className="link-button"
                aria-label={`Remove “${word}”`}
                onClick={() => remove(list, word)}
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
      </details>
    ),
  )
}
