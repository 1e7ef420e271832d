import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'

const key = new PluginKey<HTMLElement>('facts')

/** Holds a line open under the title, outside the page's content, for what is told about the page. */
export function facts(): Plugin {
  const line = document.createElement('span')
  line.className = 'page-facts soft'
  line.contentEditable = 'false'
  return new Plugin<HTMLElement>({
    key,
    state: { init: () => line, apply: () => line },
    props: {
      decorations: (state) =>
        state.doc.firstChild
          ? DecorationSet.create(state.doc, [
              Decoration.widget(state.doc.firstChild.nodeSize, factsPlace(state), {
                side: -1,
                key: 'facts',
                ignoreSelection: true,
              }),
            ])
          : null,
    },
  })
}

export function factsPlace(state: EditorState): HTMLElement {
  const line = key.getState(state)
  if (!line) throw new Error('The editor has no place for facts.')
  return line
}
