import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view'
import { isA } from '../../../core/kinds/facts.ts'
import { plainText } from '../../../core/document/plain-text.ts'
import { openFootnote } from './asking.ts'

interface Note {
  readonly position: number
  readonly end: number
  readonly words: string
}

function notesOf(state: EditorState): readonly Note[] {
  const found: Note[] = []
  state.doc.descendants((node, position) => {
    if (isA(node, 'footnote')) found.push({ position, end: position + node.nodeSize, words: plainText(node) })
  })
  return found
}

function drawn(words: readonly string[], view: EditorView): HTMLElement {
  const list = document.createElement('ol')
  list.className = 'notes notes-below'
  list.contentEditable = 'false'
  list.setAttribute('aria-label', 'Notes')
  for (const [at, note] of words.entries()) {
    const item = document.createElement('li')
    const open = document.createElement('button')
    open.type = 'button'
    open.textContent = note || 'Nothing is written here yet.'
    open.addEventListener('mousedown', (event) => event.preventDefault())
    // Where it stands now: the list is drawn anew only when words of a note change.
    open.addEventListener('click', () => openFootnote(view, notesOf(view.state)[at]?.position ?? -1))
    item.append(open)
    list.append(item)
  }
  return list
}

const key = new PluginKey<DecorationSet>('notes-below')

/**
 * Numbers the notes of the page in their order, and shows them in a list below it, as students will have them; a press
 * on one opens it.
 */
export function notesBelow(): Plugin<DecorationSet> {
  const listed = (state: EditorState): DecorationSet => {
    const notes = notesOf(state)
    if (notes.length === 0) return DecorationSet.empty
    const words = notes.map((note) => note.words)
    return DecorationSet.create(state.doc, [
      ...notes.map(({ position, end }, at) => Decoration.node(position, end, { 'data-number': String(at + 1) })),
      Decoration.widget(state.doc.content.size, (view) => drawn(words, view), {
        side: 1,
        key: `notes ${JSON.stringify(words)}`,
        ignoreSelection: true,
      }),
    ])
  }
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: (_config, state) => listed(state),
      apply: (transaction, before, _old, state) => (transaction.docChanged ? listed(state) : before),
    },
    props: { decorations: (state) => key.getState(state) },
  })
}
