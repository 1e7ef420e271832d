import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, Plugin, PluginKey, type Transaction } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { remember, remembered } from '../../shell/remembered.ts'
import { blocksIn, changedBy, joined } from '../stretches.ts'
import { hiddenIn } from './signs.ts'

const key = new PluginKey<DecorationSet | null>('hidden-characters')
/** The choice is remembered in this browser. */
const REMEMBERED = 'hidden-characters'

export const areHiddenShown = (state: EditorState): boolean => (key.getState(state) ?? null) !== null

/** Shows what can't be seen in the text, and where blocks begin and end; or hides it again. */
export const toggleHidden: Command = (state, dispatch) => {
  if (key.getState(state) === undefined) return false
  if (dispatch) {
    const isShown = !areHiddenShown(state)
    remember(REMEMBERED, isShown ? 'yes' : 'no')
    dispatch(state.tr.setMeta(key, isShown).setMeta('addToHistory', false))
  }
  return true
}

/** The marks themselves; null while nothing is shown. */
export const hiddenCharacters = (): Plugin<DecorationSet | null> =>
  new Plugin({
    key,
    state: {
      init: (_config, { doc }) => (remembered(REMEMBERED) === 'yes' ? marksOf(doc) : null),
      apply: (transaction, before) => {
        const asked = transaction.getMeta(key) as boolean | undefined
        if (asked !== undefined) return asked ? marksOf(transaction.doc) : null
        return before && transaction.docChanged ? after(transaction, before) : before
      },
    },
    props: {
      decorations: (state) => key.getState(state),
      attributes: (state): Record<string, string> => (areHiddenShown(state) ? { class: 'shows-hidden' } : {}),
    },
  })

const marksOf = (doc: Node): DecorationSet =>
  DecorationSet.create(
    doc,
    blocksIn(doc, { from: 0, to: doc.content.size }).flatMap(({ block, start }) => marksIn(block, start)),
  )

const marksIn = (block: Node, start: number): Decoration[] =>
  hiddenIn(block, start).map(({ from, to, shown, name, isNode }) =>
    isNode
      ? Decoration.widget(from, () => widgetOf(shown, name), { side: -1, key: name })
      : Decoration.inline(from, to, {
          // What takes no room of its own gets some.
          class: hasRoom(shown) ? 'hidden-sign' : 'hidden-sign is-thin',
          'data-shown': shown,
          title: name,
        }),
  )

/** A line break has no room for a sign: one stands before it. */
function widgetOf(shown: string, name: string): HTMLElement {
  const sign = document.createElement('span')
  sign.className = 'hidden-sign is-thin'
  sign.dataset.shown = shown
  sign.title = name
  return sign
}

const hasRoom = (shown: string): boolean => /^[·°→↵]+$/.test(shown)

/** Only the text blocks that changed are looked at anew. */
function after(transaction: Transaction, before: DecorationSet): DecorationSet {
  const { doc } = transaction
  return joined(changedBy(transaction))
    .flatMap((stretch) => blocksIn(doc, stretch))
    .reduce(
      (marks, { block, start }) =>
        marks.remove(marks.find(start, start + block.content.size)).add(doc, marksIn(block, start)),
      before.map(transaction.mapping, doc),
    )
}
