import type { Editor } from '@tiptap/core'
import { closeHistory } from '@tiptap/pm/history'
import type { Node } from '@tiptap/pm/model'
import { isA } from '../../core/kinds/facts.ts'
import { insertionPlace, insertPiece } from '../editor/insert-commands.ts'
import type { Command, EditorState } from '@tiptap/pm/state'

/** Whether something from a snippet can stand where the cursor is. */
export const canPutIn = (state: EditorState): boolean =>
  insertionPlace(state) !== null && insertPiece(() => state.schema.nodes.paragraph!.create())(state)

/** Puts what a snippet was filled with onto the page, where the cursor is; it may come from the schema of the core. */
export function putIn({ state, view, schema }: Editor, filled: Node): boolean {
  const node = schema.nodeFromJSON(filled.toJSON())
  return insertPiece(() => node)(state, view.dispatch)
}

/** Puts it in the place of what stands there from the same snippet; false where that is no longer so. */
export function putInPlace({ state, view, schema }: Editor, position: number, filled: Node): boolean {
  const before = state.doc.nodeAt(position)
  if (!before || !isA(before, 'snippet') || before.attrs.snippet !== filled.attrs.snippet) return false
  const command: Command = (now, dispatch) => {
    dispatch?.(
      closeHistory(now.tr)
        .replaceWith(position, position + before.nodeSize, schema.nodeFromJSON(filled.toJSON()))
        .scrollIntoView(),
    )
    return true
  }
  return command(state, view.dispatch)
}
