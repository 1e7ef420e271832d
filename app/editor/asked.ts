import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state'

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
