import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import { type Plugin, PluginKey, TextSelection } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { type Match, type Put, type Query, replacementFor } from '../../core/find/find.ts'
import { replaceWords } from '../../core/replace/places.ts'
import { movingMarks } from '../editor/moving-marks.ts'
import { latestState } from '../saving/latest-state.ts'

const key = new PluginKey<DecorationSet>('find')

/** Marks on the sheet what is found; they move with the words until it is looked for again. */
export const findMarks = (): Plugin<DecorationSet> => movingMarks(key)

/** Shows these, one of them as the one that is gone to; that one is selected and comes into sight. */
export function showMatches({ view }: Editor, matches: readonly Match[], current: number, goes: boolean): void {
  const state = latestState(view)
  const marks = matches.map(({ from, to }, at) =>
    Decoration.inline(from, to, { class: at === current ? 'found is-current' : 'found' }),
  )
  const transaction = state.tr.setMeta(key, DecorationSet.create(state.doc, marks)).setMeta('addToHistory', false)
  const match = matches[current]
  if (goes && match)
    transaction.setSelection(TextSelection.create(transaction.doc, match.from, match.to)).scrollIntoView()
  view.dispatch(transaction)
}

export function hideMatches({ view }: Editor): void {
  view.dispatch(latestState(view).tr.setMeta(key, DecorationSet.empty).setMeta('addToHistory', false))
}

/** Puts words in the place of matches, each with the marks its first character has; one step back undoes all. */
export function replaceMatches({ view }: Editor, matches: readonly Match[], put: Put, query: Query): void {
  const places = matches.map((match) => ({ ...match, put: replacementFor(match, put, query) }))
  const transaction = replaceWords(closeHistory(view.state.tr), places)
  if (transaction.docChanged) view.dispatch(transaction)
}
