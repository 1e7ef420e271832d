import type { Command, Plugin } from '@tiptap/pm/state'
import { asked } from '../asked.ts'

const asking = asked('symbols')

/** What opens the dialog of signs. */
export const symbols = (ask: () => void): Plugin => asking.plugin(ask)

/** Asks for a sign that no key types; it may stand wherever words may. */
export const askSymbol: Command = (state, dispatch) => {
  const ask = asking.dialog(state)
  if (!ask || !state.selection.$from.parent.inlineContent) return false
  if (dispatch) ask()
  return true
}
