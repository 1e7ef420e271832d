import type { Node } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey, type PluginView, type Transaction } from '@tiptap/pm/state'
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view'
import { type Word, wordsOf } from '../../core/spelling/words.ts'
import { latestState } from '../saving/latest-state.ts'
import { blocksIn, changedBy, joined, type Stretch } from '../editor/stretches.ts'
import type { WordList } from './word-list.ts'

interface SpellingState {
  /** Marks of the words that no dictionary has. */
  readonly marks: DecorationSet
  /** Where nobody has looked since it changed. */
  readonly unlooked: readonly Stretch[]
  /** The word of the cursor is being written: it is not yet wrong. */
  readonly isWriting: boolean
  /** The dictionaries could not be had when they were last asked. */
  readonly isUnreachable: boolean
}

type Told =
  | { readonly looked: readonly Stretch[]; readonly wrong: readonly Word[] }
  /** All is looked at anew, as when a word was taken into a list. */
  | { readonly again: true }
  | { readonly unreachable: true }

const key = new PluginKey<SpellingState>('spelling')

/** So long after the last change words are looked at, in milliseconds. */
const PAUSE = 350
/** So many words are looked at in one go, so that the screen stands still for no longer than a blink. */
const AT_ONCE = 1500

/** The words that are marked, in their order. */
export const wrongWords = (state: EditorState): readonly Word[] =>
  (key.getState(state)?.marks.find() ?? []).map((mark) => wordOf(mark)).sort((a, b) => a.from - b.from)

const wordOf = ({ from, to, spec }: Decoration): Word => ({ ...(spec as { word: Word }).word, from, to })

/** The marked word at a place of the page; null when there is none. */
export function wrongWordAt(state: EditorState, position: number): Word | null {
  const [mark] = key.getState(state)?.marks.find(position, position) ?? []
  return mark ? wordOf(mark) : null
}

/** The first marked word behind a place, from the beginning again when there is none behind it. */
export function nextWrongWord(state: EditorState, position: number): Word | null {
  const words = wrongWords(state)
  return words.find(({ from }) => from >= position) ?? words[0] ?? null
}

/** Whether there are words that still have to be looked at. */
export const isLooking = (state: EditorState): boolean => (key.getState(state)?.unlooked.length ?? 0) > 0

/** Whether the dictionaries could not be had. */
export const isUnreachable = (state: EditorState): boolean => key.getState(state)?.isUnreachable ?? false

/** Looks at all words anew. */
export const lookAgain = (view: EditorView): void => view.dispatch(aside(latestState(view).tr, { again: true }))

const aside = (transaction: Transaction, told: Told): Transaction =>
  transaction.setMeta(key, told).setMeta('addToHistory', false)

interface Callbacks {
  readonly words: WordList
  /** The suggestions for a marked word were asked for. */
  readonly onAsk: (word: Word) => void
}

/** Marks words that no dictionary has; only what has changed is looked at again. */
export function spellingMarks({ words, onAsk }: Callbacks): Plugin<SpellingState> {
  return new Plugin<SpellingState>({
    key,
    state: {
      init: (_config, { doc }) => ({
        marks: DecorationSet.empty,
        unlooked: whole(doc),
        isWriting: false,
        isUnreachable: false,
      }),
      apply: (transaction, before) => after(transaction, before),
    },
    view: (view) => looking(view, words),
    props: {
      // One mark a word is enough: where ours are, the browser's own are not.
      attributes: (): Record<string, string> => ({ spellcheck: words.knows ? 'false' : 'true' }),
      decorations(state) {
        const { marks, isWriting } = key.getState(state)!
        const { empty, head } = state.selection
        return isWriting && empty ? marks.remove(marks.find(head, head)) : marks
      },
      handleDOMEvents: {
        contextmenu(view, event) {
          const isByKey = event.button !== 2
          const at = isByKey
            ? view.state.selection.head
            : view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos
          const word = at === undefined ? null : wrongWordAt(view.state, at)
          if (!word) return false
          event.preventDefault()
          onAsk(word)
          return true
        },
      },
    },
  })
}

/** Looks at words whenever the writing pauses. */
function looking(view: EditorView, words: WordList): PluginView {
  let timer: ReturnType<typeof setTimeout> | undefined
  const look = (): void => void lookAt(view, words).then((isDone) => isDone || view.isDestroyed || begin(0))
  const begin = (pause: number): void => {
    clearTimeout(timer)
    timer = setTimeout(look, pause)
  }
  const forget = words.onChange(() => {
    if (!view.isDestroyed) lookAgain(view)
  })
  begin(PAUSE)
  return {
    update(_view, previous) {
      const now = key.getState(view.state)
      if (now?.unlooked !== key.getState(previous)?.unlooked && isLooking(view.state)) begin(PAUSE)
    },
    destroy() {
      clearTimeout(timer)
      forget()
    },
  }
}

const whole = ({ content }: Node): readonly Stretch[] => [{ from: 0, to: content.size }]

function after(transaction: Transaction, before: SpellingState): SpellingState {
  const told = transaction.getMeta(key) as Told | undefined
  if (told && 'again' in told) return { ...before, unlooked: whole(transaction.doc) }
  if (told && 'unreachable' in told) return { ...before, isUnreachable: true }
  if (told) return marked(transaction.doc, before, told)
  if (!transaction.docChanged) return transaction.selectionSet ? { ...before, isWriting: false } : before
  const { doc, mapping } = transaction
  const changed = changedBy(transaction).flatMap((stretch) =>
    blocksIn(doc, stretch).map(({ block, start }) => ({ from: start, to: start + block.content.size })),
  )
  const moved = before.unlooked.map(({ from, to }) => ({ from: mapping.map(from, -1), to: mapping.map(to, 1) }))
  return {
    marks: before.marks.map(mapping, doc),
    unlooked: joined([...moved, ...changed]),
    isUnreachable: before.isUnreachable,
    isWriting: transaction.selection.empty && transaction.getMeta('paste') !== true,
  }
}

function marked(
  doc: Node,
  before: SpellingState,
  { looked, wrong }: Extract<Told, { looked: unknown }>,
): SpellingState {
  const old = looked.flatMap(({ from, to }) => before.marks.find(from, to))
  const made = wrong.map((word) =>
    Decoration.inline(
      word.from,
      word.to,
      {
        class: 'misspelled',
        'aria-invalid': 'spelling',
        title: 'Not in the dictionary. F7 or a right click suggests other words.',
      },
      { word },
    ),
  )
  const isSeen = ({ from, to }: Stretch): boolean => looked.some((each) => each.from <= from && to <= each.to)
  return {
    ...before,
    isUnreachable: false,
    marks: before.marks.remove(old).add(doc, made),
    unlooked: before.unlooked.flatMap((stretch) => (isSeen(stretch) ? [] : without(stretch, looked))),
  }
}

/** What is left of a stretch when its beginning has been looked at. */
function without({ from, to }: Stretch, looked: readonly Stretch[]): Stretch[] {
  const seen = looked.filter((each) => each.from <= from && each.to > from).map((each) => each.to)
  const start = Math.max(from, ...seen)
  return start < to ? [{ from: start, to }] : []
}

/** Looks at the next words that nobody has looked at; true when there are none left, or dictionaries can't be had. */
async function lookAt(view: EditorView, list: WordList): Promise<boolean> {
  if (view.isDestroyed || !isLooking(view.state)) return true
  const { doc } = view.state
  const { looked, words } = nextWords(doc, key.getState(view.state)!.unlooked, list)
  const wrong = await list.wrongAmong(words)
  if (view.isDestroyed) return true
  // What was written meanwhile is looked at with the next turn; the words are known by then.
  if (view.state.doc !== doc) return false
  // Without dictionaries the words wait for the next change.
  if (wrong === null) {
    view.dispatch(aside(latestState(view).tr, { unreachable: true }))
    return true
  }
  view.dispatch(aside(latestState(view).tr, { looked, wrong }))
  return !isLooking(view.state)
}

function nextWords(doc: Node, unlooked: readonly Stretch[], list: WordList): { looked: Stretch[]; words: Word[] } {
  const looked: Stretch[] = []
  const words: Word[] = []
  for (const stretch of unlooked) {
    let end = stretch.from
    for (const { block, start } of blocksIn(doc, stretch)) {
      if (words.length >= AT_ONCE) return { looked: [...looked, { from: stretch.from, to: end }], words }
      words.push(...wordsOf(block, start, list.language))
      end = start + block.content.size
    }
    looked.push(stretch)
  }
  return { looked, words }
}
