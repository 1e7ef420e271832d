import type { Command } from '@tiptap/pm/state'
import { asked } from './asked.ts'
import { inTitle } from './tools/tool.ts'

const snippet = asked('snippet')

/** What opens the dialog that keeps a snippet. */
export const snippetDialog = snippet.plugin

/** Opens the dialog that keeps what is marked, or what the cursor is in. */
export const askSnippet: Command = (state, dispatch) => {
  const ask = snippet.dialog(state)
  if (!ask || inTitle(state)) return false
  if (dispatch) ask()
  return true
}
