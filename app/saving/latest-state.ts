import { type EditorState, Plugin } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'

/**
 * The state of an editor, with where the browser has its cursor by now. A browser tells of a click or an arrow key a
 * moment after it has moved its cursor. A change that does not come from the author's hand (others' words, a finding, a
 * file that has arrived) may be drawn in that moment, and drawing puts the cursor where the state has it: the next
 * words would land where the author no longer is. So whoever makes such a change begins from this.
 */
export function latestState(view: EditorView): EditorState {
  // Not among ProseMirror's documented functions; without it, the state is what it was.
  const { domObserver } = view as EditorView & { readonly domObserver?: { flush: () => void } }
  domObserver?.flush()
  return view.state
}

/** What is being composed is not disturbed (W3C Input Events 2). */
function atLatestState(view: EditorView): false {
  if (!view.composing) latestState(view)
  return false
}

/**
 * A key, a paste and a cut mean what the browser has selected, also when they follow a click at once. Where the focus
 * comes back by itself (a dialog closes), a browser puts its cursor at the beginning, and ProseMirror mends that a
 * moment later: here it is mended at once, so that what is typed in that moment goes where one was.
 */
export function keysAtLatestState(): Plugin {
  let isPressed = false
  return new Plugin({
    props: {
      handleDOMEvents: {
        mousedown() {
          isPressed = true
          setTimeout(() => (isPressed = false))
          return false
        },
        focus(view) {
          if (!isPressed) view.focus()
          return false
        },
        keydown: atLatestState,
        paste: atLatestState,
        cut: atLatestState,
        copy: atLatestState,
      },
    },
  })
}
