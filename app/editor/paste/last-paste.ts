import { isHistoryTransaction } from '@tiptap/pm/history'
import { type EditorState, PluginKey, type Selection, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import type { Clipboard, Reading } from '../../../core/paste/read-clipboard.ts'

export type { Reading } from '../../../core/paste/read-clipboard.ts'

/** The last paste while nothing else has been written since: what is said about it, and its other readings. */
export interface LastPaste {
  readonly report: string
  readonly reading: Reading
  readonly clipboard: Clipboard
  /** In what ways it can be read. */
  readonly readings: readonly Reading[]
  /** Addresses of pictures on the web that are linked to where they stood. */
  readonly onTheWeb: readonly string[]
  /** What it lost, in sentences. */
  readonly leftOut: readonly string[]
  /** So many steps of undo take it back: the words are one, each picture that has arrived since is one. */
  readonly steps: number
  /** Has pictures that are still on their way not come any more. */
  readonly stop: () => void
}

/** Where a paste goes that is being read, while others and its author write on. */
interface Place {
  readonly from: number
  readonly to: number
  /** What was selected, while nothing has changed since. */
  readonly selection: Selection | null
}

export interface PasteState {
  readonly last: LastPaste | null
  /** The last one that stays as it is: something else was written since, and nobody took it back. */
  readonly settled: LastPaste | null
  readonly places: ReadonlyMap<object, Place>
}

type Told =
  | { readonly last: LastPaste | null }
  | { readonly isPicture: true }
  | { readonly waiting: object }
  | { readonly arrived: object }

export const pasteKey = new PluginKey<PasteState>('paste')
export const tell = (transaction: Transaction, told: Told): Transaction => transaction.setMeta(pasteKey, told)

/** The last paste that its author has written on after. */
export const settledPaste = (state: EditorState): LastPaste | null => pasteKey.getState(state)?.settled ?? null

export const lastPaste = (state: EditorState): LastPaste | null => pasteKey.getState(state)?.last ?? null

const NOTHING: Clipboard = { html: '', text: '', rtf: '' }
export const said = (report: string): LastPaste => ({
  report,
  reading: 'clean',
  clipboard: NOTHING,
  readings: [],
  onTheWeb: [],
  leftOut: [],
  steps: 1,
  stop: () => undefined,
})

/** Has something said where pastes are told of, until something else is written. */
export const sayInNotice = (transaction: Transaction, report: string): Transaction =>
  tell(transaction, { last: said(report) })

/** Forgets the last paste, so that nothing more is said about it. */
export const dismissPaste = (view: EditorView): void => view.dispatch(tell(view.state.tr, { last: null }))

export function pasteState() {
  return {
    init: (): PasteState => ({ last: null, settled: null, places: new Map() }),
    apply(transaction: Transaction, before: PasteState, state: EditorState): PasteState {
      const told = transaction.getMeta(pasteKey) as Told | undefined
      const last = lastAfter(transaction, told, before.last)
      const isOver = before.last !== null && before.last.clipboard !== last?.clipboard && last !== before.last
      return {
        last,
        settled: isOver && staysAfter(transaction, told) ? before.last : before.settled,
        places: placesAfter(transaction, told, before.places, state.selection),
      }
    },
  }
}

function lastAfter(transaction: Transaction, told: Told | undefined, before: LastPaste | null): LastPaste | null {
  if (told && 'last' in told) return told.last
  if (told && 'isPicture' in told) return before && { ...before, steps: before.steps + 1 }
  return transaction.docChanged && transaction.getMeta('addToHistory') !== false ? null : before
}

/** What is taken back, or put away by its author, asks for no decision any more. */
const staysAfter = (transaction: Transaction, told: Told | undefined): boolean =>
  !isHistoryTransaction(transaction) && !(told && 'last' in told && told.last === null)

function placesAfter(
  { mapping, docChanged }: Transaction,
  told: Told | undefined,
  before: PasteState['places'],
  selection: Selection,
): PasteState['places'] {
  const isTold = told && ('waiting' in told || 'arrived' in told)
  if (!isTold && (!docChanged || before.size === 0)) return before
  const places = new Map(before)
  if (docChanged)
    for (const [id, { from, to }] of before) {
      // What is typed meanwhile where nothing was selected comes after what was pasted before it.
      const start = mapping.map(from, from === to ? -1 : 1)
      places.set(id, { from: start, to: Math.max(start, mapping.map(to, -1)), selection: null })
    }
  if (told && 'waiting' in told) places.set(told.waiting, { from: selection.from, to: selection.to, selection })
  if (told && 'arrived' in told) places.delete(told.arrived)
  return places
}

/** Keeps the place of the cursor for a paste that is being read; what is given back finds it again. */
export function keepPlace(view: EditorView): (state: EditorState) => Selection | null {
  const id = {}
  view.dispatch(tell(view.state.tr, { waiting: id }))
  return (state) => {
    const place = pasteKey.getState(state)?.places.get(id)
    if (!place) return null
    view.dispatch(tell(state.tr, { arrived: id }))
    return place.selection ?? TextSelection.between(state.doc.resolve(place.from), state.doc.resolve(place.to))
  }
}
