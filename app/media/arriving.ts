import type { Editor } from '@tiptap/core'
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { latestState } from '../saving/latest-state.ts'

type Change =
  { readonly add: { id: object; position: number; name: string; label: string } } | { readonly remove: object }
const key = new PluginKey<DecorationSet>('arriving')

/**
 * Holds the places of files on their way: each a line on the sheet, seen by its author alone, that moves with the text.
 */
export function arriving(): Plugin<DecorationSet> {
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: () => DecorationSet.empty,
      apply(transaction, before) {
        const set = before.map(transaction.mapping, transaction.doc)
        const change = transaction.getMeta(key) as Change | undefined
        if (!change) return set
        if ('remove' in change)
          return set.remove(set.find(undefined, undefined, (spec: { id?: object }) => spec.id === change.remove))
        const { id, position, name, label } = change.add
        return set.add(transaction.doc, [Decoration.widget(position, () => line(id, name, label), { id, side: 1 })])
      },
    },
    props: { decorations: (state) => key.getState(state) },
  })
}

const bars = new WeakMap<object, HTMLProgressElement>()

function line(id: object, name: string, label: string): HTMLElement {
  const holder = document.createElement('div')
  holder.className = 'arriving'
  holder.contentEditable = 'false'
  const bar = bars.get(id) ?? document.createElement('progress')
  bar.max = 1
  bar.setAttribute('aria-label', label)
  bars.set(id, bar)
  holder.append(document.createTextNode(name), bar)
  return holder
}

/** A place for something that is on its way; `label` says that it is. */
export class Arriving {
  readonly #id = {}

  constructor(
    private readonly editor: Editor,
    position: number,
    name: string,
    label: string,
  ) {
    editor.view.dispatch(latestState(editor.view).tr.setMeta(key, { add: { id: this.#id, position, name, label } }))
  }

  progress(share: number): void {
    const bar = bars.get(this.#id)
    if (bar) bar.value = share
  }

  /** Takes the line away. Where it stood; null when that part of the page is gone. */
  end(): number | null {
    const state = latestState(this.editor.view)
    const found = key.getState(state)?.find(undefined, undefined, (spec: { id?: object }) => spec.id === this.#id)[0]
    this.editor.view.dispatch(state.tr.setMeta(key, { remove: this.#id }))
    return found?.from ?? null
  }
}
