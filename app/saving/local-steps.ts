import { EditorState, Plugin, PluginKey, TextSelection } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'
import type { Node } from 'prosemirror-model'
import type { Step } from 'prosemirror-transform'
import { mergeLocal, type Received, type Surface } from '../../core/document/outbox.ts'
import { type LocalStep, rebase } from '../../core/document/rebase.ts'
import { latestState } from './latest-state.ts'

const key = new PluginKey<readonly LocalStep[]>('localSteps')

/** True for changes that came from the server: not one's own typing. */
export const FROM_OTHERS = 'fromOthers'

/** Remembers the steps of this editor that the server has not taken, each with what undoes it. */
export function localSteps(): Plugin {
  return new Plugin<readonly LocalStep[]>({
    key,
    state: {
      init: () => [],
      apply(transaction, local) {
        const set = transaction.getMeta(key) as readonly LocalStep[] | undefined
        if (set) return set
        if (!transaction.docChanged) return local
        return [
          ...local,
          ...transaction.steps.map((step, at) => ({ step, inverted: step.invert(transaction.docs[at]!) })),
        ]
      },
    },
    // Undo must keep an item a step, to follow steps that are moved over others'.
    historyPreserveItems: true,
  })
}

export function localStepsOf(state: EditorState): readonly LocalStep[] {
  return key.getState(state) ?? []
}

/** The editor as a surface that sends and receives. */
export class EditorSurface implements Surface {
  readonly #view: EditorView

  constructor(view: EditorView) {
    this.#view = view
  }

  get page(): Node {
    return this.#view.state.doc
  }

  get local(): readonly LocalStep[] {
    return localStepsOf(this.#view.state)
  }

  confirm(count: number): void {
    const transaction = latestState(this.#view).tr
    this.#view.dispatch(transaction.setMeta(key, this.local.slice(count)).setMeta('addToHistory', false))
  }

  receive(remote: readonly Step[], taken = 0): Received {
    const state = latestState(this.#view)
    const transaction = state.tr
    const rebased = rebase(state.doc, this.local, remote, transaction, taken)
    // The cursor stays before what others write at its place.
    if (state.selection instanceof TextSelection) {
      const [anchor, head] = [state.selection.anchor, state.selection.head].map((at) =>
        transaction.mapping.map(at, -1),
      ) as [number, number]
      transaction.setSelection(
        TextSelection.between(transaction.doc.resolve(anchor), transaction.doc.resolve(head), -1),
      )
    }
    this.#view.dispatch(
      transaction
        .setMeta(key, rebased.local)
        .setMeta('rebased', this.local.length)
        .setMeta('addToHistory', false)
        .setMeta(FROM_OTHERS, true),
    )
    return rebased
  }

  /**
   * After long writing without connection: undo begins anew from here, since it would have to follow each step by
   * itself.
   */
  merge(from: number): void {
    const state = latestState(this.#view)
    const { anchor, head } = state.selection
    const fresh = EditorState.create({
      doc: state.doc,
      selection: TextSelection.between(state.doc.resolve(anchor), state.doc.resolve(head)),
      plugins: state.plugins,
    })
    const merged = mergeLocal(state.doc, this.local, from)
    this.#view.updateState(fresh)
    this.#view.dispatch(fresh.tr.setMeta(key, merged).setMeta('addToHistory', false))
  }

  discard(): void {
    const transaction = latestState(this.#view).tr
    for (const { inverted } of this.local.toReversed()) transaction.step(inverted)
    this.#view.dispatch(transaction.setMeta(key, []).setMeta('addToHistory', false).setMeta(FROM_OTHERS, true))
  }
}
