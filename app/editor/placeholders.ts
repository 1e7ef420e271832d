import type { Node } from '@tiptap/pm/model'
import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'

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
  if (title) say(title, 0, 'Title of the page')
  if (title && body && doc.childCount === 2 && body.type.name === 'paragraph')
    say(body, title.nodeSize, 'Begin writing here')
  doc.descendants((node, position, parent, index) => {
    if (node.isTextblock) return false
    const first = node.firstChild
    if (node.type.name === 'part')
      say(first!, position + 1, `${parent?.type.name === 'tabs' ? 'Tab' : 'Part'} ${index + 1}`)
    else if (node.type.name === 'reveal') say(first!, position + 1, 'What is pressed to open it')
    else if (node.type.name === 'picture') say(first!, position + 1, 'A caption, if it needs one')
    else if (node.type.name === 'answer') say(first!, position + 1, `Answer ${index}`)
    else if (node.type.name === 'prompt' && node.childCount === 1) say(first!, position + 1, 'The question')
    else if (node.type.name === 'feedback' && node.childCount === 1)
      say(first!, position + 1, 'Feedback for whoever chooses it')
    return true
  })
  return DecorationSet.create(doc, decorations)
}
