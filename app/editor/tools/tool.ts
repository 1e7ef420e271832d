import type { Command, EditorState } from '@tiptap/pm/state'
import type { LucideIcon } from 'lucide-react'
import { isA, type MarkName, type NodeName } from '../../../core/kinds/facts.ts'
import { toggle } from '../commands.ts'

/** Tools of tables, in the groups of their menu. */
export const TABLE_GROUPS = [
  'table-add',
  'table-move',
  'table-cells',
  'table-heads',
  'table-sort',
  'table-delete',
] as const
type TableGroup = (typeof TABLE_GROUPS)[number]
export type ToolGroup =
  'block' | 'text' | 'words' | 'clear' | 'paragraph' | 'list' | TableGroup | 'insert' | 'history' | 'view'

/** A tool of the sheet: everything about it in one place, for bar, menu and help. */
export interface Tool {
  readonly id: string
  readonly group: ToolGroup
  readonly name: string
  /** Its key, as a keymap names it (`Mod-b`); empty when it has none. It works wherever its group is bound. */
  readonly key: string
  readonly help: string
  readonly icon: LucideIcon
  /** Its sign points along the line: where lines run from right to left, it is turned round. */
  readonly pointsAlong?: true
  readonly command: Command
  readonly isOn?: (state: EditorState) => boolean
  /** Why it can't be used here; asked only when the command does not apply. */
  readonly whyNot: (state: EditorState) => string
}

export const inTitle = (state: EditorState): boolean => isA(state.selection.$from.parent, 'title')
export const plainTitle = (state: EditorState): string =>
  inTitle(state) ? 'The title is plain text.' : 'Not at this place.'

export function hasMark(name: MarkName): (state: EditorState) => boolean {
  return ({ selection: { from, to, empty, $from }, storedMarks, doc, schema }) => {
    const type = schema.marks[name]!
    return empty ? type.isInSet(storedMarks ?? $from.marks()) !== undefined : doc.rangeHasMark(from, to, type)
  }
}

export const isBlock =
  (name: NodeName, level?: number) =>
  (state: EditorState): boolean => {
    const { parent } = state.selection.$from
    return isA(parent, name) && (level === undefined || parent.attrs.level === level)
  }

export function isInside(name: NodeName): (state: EditorState) => boolean {
  return ({ selection: { $from } }) => {
    for (let depth = $from.depth; depth > 0; depth--) if (isA($from.node(depth), name)) return true
    return false
  }
}

/** The innermost list decides which list tool is on. */
export function isInList(name: NodeName): (state: EditorState) => boolean {
  return ({ selection: { $from } }) => {
    for (let depth = $from.depth; depth > 0; depth--)
      if ($from.node(depth).type.isInGroup('list')) return isA($from.node(depth), name)
    return false
  }
}

/** A tool that turns a mark on and off, for the words selected or those typed next. */
export function markTool(mark: MarkName, tool: Pick<Tool, 'id' | 'group' | 'name' | 'key' | 'help' | 'icon'>): Tool {
  return { ...tool, command: toggle(mark), isOn: hasMark(mark), whyNot: plainTitle }
}
