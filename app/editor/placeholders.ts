import type { Node } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { isA, kindOf } from '../../core/kinds/facts.ts'

const key = new PluginKey<DecorationSet>('placeholders')

/**
 * Says what to write in empty places that have a purpose: the title, a page with nothing else, titles and answers in
 * pieces.
 */
export function placeholders(): Plugin<DecorationSet> {
  return new Plugin<DecorationSet>({
    key,
    state: {
      init: (_config, state) => found(state),
      apply: (transaction, before, _old, state) => (transaction.docChanged ? found(state) : before),
    },
    props: { decorations: (state) => key.getState(state) },
  })
}

function found({ doc }: EditorState): DecorationSet {
  const decorations: Decoration[] = []
  const say = (node: Node, position: number, words: string): void => {
    if (node.isTextblock && node.content.size === 0)
      decorations.push(
        Decoration.node(position, position + node.nodeSize, { class: 'is-empty', 'data-placeholder': words }),
      )
  }
  const [title, body] = [doc.firstChild, doc.maybeChild(1)]
  if (title && body && doc.childCount === 2 && isA(body, 'paragraph')) say(body, title.nodeSize, 'Begin writing here')
  doc.descendants((node, position, parent, index) => {
    const words = kindOf(node).placeholder?.(node, parent, index)
    if (words && node.isTextblock) say(node, position, words)
    else if (words) say(node.firstChild!, position + 1, words)
    return !node.isTextblock
  })
  return DecorationSet.create(doc, decorations)
}
