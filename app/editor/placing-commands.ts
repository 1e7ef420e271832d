import type { Node } from '@tiptap/pm/model'
import { isA } from '../../core/kinds/facts.ts'
import type { Command, EditorState } from '@tiptap/pm/state'
import { type Align, MOST_INDENT } from '../../core/kinds/placing.ts'

/** The paragraphs and headings that the selection touches, with their places. */
function placeable({ doc, selection: { from, to } }: EditorState): { node: Node; position: number }[] {
  const found: { node: Node; position: number }[] = []
  doc.nodesBetween(from, to, (node, position) => {
    // A picture is aligned too, in words of its own.
    if (isA(node, 'paragraph', 'heading')) found.push({ node, position })
    return !node.isTextblock
  })
  return found
}

/** Changes a setting of every paragraph and heading of the selection; does not apply where nothing would change. */
function change(name: string, next: (node: Node) => unknown): Command {
  return (state, dispatch) => {
    const changed = placeable(state).filter(({ node }) => name in node.attrs && next(node) !== node.attrs[name])
    if (changed.length === 0) return false
    if (!dispatch) return true
    const transaction = state.tr
    for (const { node, position } of changed) transaction.setNodeAttribute(position, name, next(node))
    dispatch(transaction)
    return true
  }
}

export const align = (to: Align): Command => change('align', () => to)

/** Moves the words in or out by a step. */
export const indent = (by: 1 | -1): Command =>
  change('indent', ({ attrs }) => Math.min(MOST_INDENT, Math.max(0, Number(attrs.indent) + by)))

/** Gives a direction; the same once more takes it away. */
export const direct = (to: 'ltr' | 'rtl'): Command =>
  change('direction', ({ attrs }) => (attrs.direction === to ? null : to))

export const toggleDropCap: Command = change('hasDropCap', ({ attrs }) => attrs.hasDropCap !== true)

/** Whether the block of the cursor has a setting so. */
export const isPlaced =
  (name: string, value: unknown) =>
  ({ selection: { $from } }: EditorState): boolean =>
    $from.parent.attrs[name] === value
