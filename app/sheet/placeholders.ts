import { Plugin } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'

/** Says what to write in an empty title, and in a page that has nothing else yet. */
export function placeholders(): Plugin {
  return new Plugin({
    props: {
      decorations({ doc }) {
        const title = doc.firstChild
        const body = doc.maybeChild(1)
        const found: Decoration[] = []
        if (title?.content.size === 0) found.push(Decoration.node(0, title.nodeSize, { class: 'is-empty', 'data-placeholder': 'Title of the page' }))
        if (title && body && doc.childCount === 2 && body.type.name === 'paragraph' && body.content.size === 0)
          found.push(Decoration.node(title.nodeSize, title.nodeSize + body.nodeSize, { class: 'is-empty', 'data-placeholder': 'Begin writing here' }))
        return DecorationSet.create(doc, found)
      },
    },
  })
}
