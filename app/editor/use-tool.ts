import type { Editor } from '@tiptap/core'
import { useEditorState } from '@tiptap/react'
import type { Tool } from './tools/tool.ts'

/**
 * How a tool stands at the cursor: whether it is on, why it can't be used (empty when it can), and the way to use it.
 */
export function useTool(editor: Editor, tool: Tool): { isOn: boolean; why: string; run: () => void } {
  const { isOn, why } = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const isOn = tool.isOn?.(state) ?? false
      // What is on already is not out of reach, there is only nothing to do.
      return { isOn, why: isOn || tool.command(state) ? '' : tool.whyNot(state) }
    },
  })
  const run = (): void => {
    if (why === '') tool.command(editor.state, editor.view.dispatch, editor.view)
    editor.view.focus()
  }
  return { isOn, why, run }
}
