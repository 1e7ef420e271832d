import { chainCommands, exitCode } from '@tiptap/pm/commands'
import { undoInputRule } from '@tiptap/pm/inputrules'
import { redo } from '@tiptap/pm/history'
import { type Command, Plugin, Selection, TextSelection } from '@tiptap/pm/state'
import { tableEditing } from '@tiptap/pm/tables'
import { type schema as pageSchema } from '../../core/document/schema.ts'
import { backspaceAtEdge, deleteAtEdge, enterInTitle, leavePiece } from './part-keys.ts'
import { isA } from '../../core/kinds/facts.ts'
import { enterInDefinitions, leavePreformatted } from './definition-keys.ts'
import { splitItem } from './list-commands.ts'
import { keysOf } from './tools.ts'

/** A command for items of lists, where the schema has them. */
export const inList =
  (make: (item: NonNullable<(typeof pageSchema.nodes)[string]>) => Command): Command =>
  (state, dispatch, view) => {
    const item = state.schema.nodes.listItem
    return item ? make(item)(state, dispatch, view) : false
  }

const lineBreak: Command = (state, dispatch) => {
  if (isA(state.selection.$from.parent, 'title')) return true
  dispatch?.(state.tr.replaceSelectionWith(state.schema.nodes.lineBreak!.create(), true).scrollIntoView())
  return true
}

/** What Enter does where something else goes on than a paragraph. */
export const enterInPieces: Command = chainCommands(
  enterInTitle,
  enterInDefinitions,
  leavePreformatted,
  leavePiece,
  splitItem,
)

/**
 * To the end of what is written. A browser finds none where something stands last in which nobody writes: the list of
 * notes, a rule, a film.
 */
const toEnd =
  (isSelecting: boolean): Command =>
  (state, dispatch) => {
    const end = Selection.findFrom(state.doc.resolve(state.doc.content.size), -1, true)
    if (!end) return false
    const anchor = isSelecting ? state.selection.$anchor : end.$head
    dispatch?.(state.tr.setSelection(TextSelection.between(anchor, end.$head)).scrollIntoView())
    return true
  }

/** The keys of writing anywhere: of the tools, and of links, lines and the edges of pieces. */
export function writingKeys(onLink: () => void, onWords?: () => void): Record<string, Command> {
  return {
    ...keysOf('text', 'words', 'clear', 'paragraph', 'list', 'insert', 'history'),
    'Mod-k': () => (onLink(), true),
    ...(onWords ? { 'Mod-Shift-l': () => (onWords(), true) } : {}),
    'Mod-Shift-z': redo,
    'Shift-Enter': chainCommands(exitCode, lineBreak),
    Enter: enterInPieces,
    Backspace: chainCommands(undoInputRule, backspaceAtEdge),
    Delete: deleteAtEdge,
    ...Object.fromEntries(['Mod-End', 'Cmd-ArrowDown'].map((key) => [key, toEnd(false)])),
    ...Object.fromEntries(['Shift-Mod-End', 'Shift-Cmd-ArrowDown'].map((key) => [key, toEnd(true)])),
  }
}

/**
 * Table selection and keys. Its repair of uneven tables is left out: the server's normaliser does that, once for all.
 */
export function tables(): Plugin {
  const { spec } = tableEditing()
  const { appendTransaction: _repair, ...rest } = spec
  return new Plugin(rest)
}
