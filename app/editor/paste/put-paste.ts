import { closeHistory } from '@tiptap/pm/history'
import { Fragment, type Node, Slice } from '@tiptap/pm/model'
import type { EditorState, Selection, Transaction } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { placesOfPictures, withoutPlacesIn } from '../../../core/paste/picture-places.ts'
import { latestState } from '../../saving/latest-state.ts'
import { problemOf } from '../page-guard.ts'
import { cellsPasted } from '../tables/cells-pasted.ts'
import { goBeside } from '../typing/beside-selected.ts'
import { type LastPaste, tell } from './last-paste.ts'
import type { PasteRead } from './read-paste.ts'

/** Where the pictures of a paste go: by their number, each a place in the page. */
export type PicturePlaces = readonly { readonly number: number; readonly at: number }[]

/**
 * Puts what was read where `placeIn` says, or where the cursor is, and says so. Gives back where its pictures go; null
 * when nothing but its words had room.
 */
export function putPaste(
  view: EditorView,
  read: PasteRead,
  last: LastPaste,
  placeIn: (state: EditorState) => Selection | null = ({ selection }) => selection,
): PicturePlaces {
  const place = placeIn(latestState(view))
  // Whoever wrote on meanwhile stays where they are.
  const isElsewhere = place !== null && !place.eq(view.state.selection)
  const state = place ? view.state.apply(view.state.tr.setSelection(place)) : view.state
  const { schema, selection } = view.state
  const content = Fragment.fromJSON(schema, [...read.blocks])
  const transaction = replaced(state, withoutPlacesIn(content))
  if (isElsewhere) transaction.setSelection(selection.map(transaction.doc, transaction.mapping))
  const problem = problemOf(transaction)
  // Deep inside other pieces there may be no room for what came: its words come all the same.
  if (problem && last.reading === 'clean') {
    const words = withoutPlacesIn(content)
    const report = `Pasted as text only, because nothing else fits here: ${problem}`
    const plain = besideWhole(state)
      .deleteSelection()
      .insertText(words.textBetween(0, words.size, ' ', ' '))
    view.dispatch(told(plain, { ...last, reading: 'words', report }))
    return []
  }
  // Where the pictures go is known from how the same would stand there with marks in their places.
  const places = read.pictures.length > 0 ? placesOfPictures(replaced(state, content).doc) : []
  view.dispatch(told(transaction, last, !isElsewhere))
  return places
}

function told(transaction: Transaction, last: LastPaste, isSeen = true): Transaction {
  tell(transaction.setMeta('paste', true), { last })
  return isSeen ? transaction.scrollIntoView() : transaction
}

function replaced(state: EditorState, content: Fragment): Transaction {
  const isOpen = (block: Node | null): boolean => isA(block, 'paragraph')
  const slice = new Slice(content, isOpen(content.firstChild) ? 1 : 0, isOpen(content.lastChild) ? 1 : 0)
  return cellsPasted(state, content) ?? besideWhole(state).replaceSelection(slice)
}

/** A change that begins behind what is selected as a whole, or at the words that are selected. */
function besideWhole(state: EditorState): Transaction {
  const transaction = closeHistory(state.tr)
  goBeside(transaction)
  return transaction
}
