import type { Node } from '@tiptap/pm/model'
import { type Command, type EditorState, NodeSelection, Plugin, PluginKey } from '@tiptap/pm/state'
import { isA, type NodeName } from '../../core/kinds/facts.ts'

/** What a command asks an author for, in a dialog that the screen around the editor opens. */
export interface Asked {
  /** Opens the dialog; undefined where the editor has none. */
  readonly dialog: (state: EditorState) => (() => void) | undefined
  /** The plugin by which an editor has it. */
  readonly plugin: (ask: () => void, props?: Plugin['props']) => Plugin
}

type Asking = Plugin & { spec: { ask?: () => void } }

export function asked(name: string): Asked {
  const key = new PluginKey(name)
  return {
    dialog: (state) => (key.get(state) as Asking | undefined)?.spec.ask,
    plugin: (ask, props = {}) => new Plugin({ key, props, ask }),
  }
}

/** What stands in a line and is asked for in a dialog: a note, an equation, a named place. */
export interface AskedInLine {
  /** Opens the dialog for the one that is selected, or for a new one at the cursor. */
  readonly ask: Command
  /** What opens it beside `ask`: Enter while one is selected, and a double click. */
  readonly plugin: (ask: () => void) => Plugin
  /** Opens the dialog, where there is one. */
  readonly open: (state: EditorState) => void
}

/** `first` of the kinds is the one that stands in a line; `selected` tells which is meant where several ways are. */
export function askedInLine(
  name: string,
  [first, ...others]: readonly [NodeName, ...NodeName[]],
  selected: (state: EditorState) => Node | null = (state) => selectedOf(state, first),
): AskedInLine {
  const asking = asked(name)
  return {
    ask: (state, dispatch) => {
      const ask = asking.dialog(state)
      const { parent } = state.selection.$from
      const canStand = parent.inlineContent && parent.type.contentMatch.matchType(state.schema.nodes[first]!)
      if (!ask || !(selected(state) || canStand)) return false
      if (dispatch) ask()
      return true
    },
    plugin: (ask) =>
      asking.plugin(ask, {
        handleDoubleClickOn(_view, _position, node) {
          if (!isA(node, first, ...others)) return false
          ask()
          return true
        },
        handleKeyDown(view, event) {
          if (event.key !== 'Enter' || event.ctrlKey || event.altKey || !selected(view.state)) return false
          ask()
          return true
        },
      }),
    open: (state) => asking.dialog(state)?.(),
  }
}

/** The node of a kind that is selected as a whole; null where none is. */
export const selectedOf = ({ selection }: EditorState, kind: NodeName): Node | null =>
  selection instanceof NodeSelection && isA(selection.node, kind) ? selection.node : null
