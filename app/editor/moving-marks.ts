import { Plugin, type PluginKey } from '@tiptap/pm/state'
import { DecorationSet } from '@tiptap/pm/view'

/** Marks laid over the sheet from outside: set by the key's meta, moving with the words until they are set again. */
export function movingMarks(key: PluginKey<DecorationSet>): Plugin<DecorationSet> {
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: () => DecorationSet.empty,
      apply: (transaction, before) =>
        (transaction.getMeta(key) as DecorationSet | undefined) ??
        (transaction.docChanged ? before.map(transaction.mapping, transaction.doc) : before),
    },
    props: { decorations: (state) => key.getState(state) },
  })
}
