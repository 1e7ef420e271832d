import { redo, undo } from '@tiptap/pm/history'
import { type Command, type EditorState } from '@tiptap/pm/state'
import {
  Bold,
  Heading2,
  Heading3,
  Heading4,
  Italic,
  List,
  ListOrdered,
  type LucideIcon,
  Minus,
  Pilcrow,
  Quote,
  Redo2,
  SquareDashed,
  SquarePen,
  Table,
  Underline,
  Undo2,
} from 'lucide-react'
import { insertRule, insertTable, toggle, toggleBlank, toggleList, toHeading, toParagraph, wrap } from './commands.ts'
import { isA, type MarkName, type NodeName } from '../../core/kinds/facts.ts'

export type ToolGroup = 'block' | 'text' | 'list' | 'insert' | 'history'

/** A tool of the sheet: everything about it in one place, for bar, menu and help. */
export interface Tool {
  readonly id: string
  readonly group: ToolGroup
  readonly name: string
  /** Its key, as a keymap names it (`Mod-b`); empty when it has none. It works wherever its group is bound. */
  readonly key: string
  readonly help: string
  readonly icon: LucideIcon
  readonly command: Command
  readonly isOn?: (state: EditorState) => boolean
  /** Why it can't be used here; asked only when the command does not apply. */
  readonly whyNot: (state: EditorState) => string
}

const inTitle = (state: EditorState): boolean => isA(state.selection.$from.parent, 'title')
const plainTitle = (state: EditorState): string => (inTitle(state) ? 'The title is plain text.' : 'Not at this place.')

function hasMark(name: MarkName): (state: EditorState) => boolean {
  return ({ selection: { from, to, empty, $from }, storedMarks, doc, schema }) => {
    const type = schema.marks[name]!
    return empty ? type.isInSet(storedMarks ?? $from.marks()) !== undefined : doc.rangeHasMark(from, to, type)
  }
}

const isBlock =
  (name: NodeName, level?: number) =>
  (state: EditorState): boolean => {
    const { parent } = state.selection.$from
    return isA(parent, name) && (level === undefined || parent.attrs.level === level)
  }

function isInside(name: NodeName): (state: EditorState) => boolean {
  return ({ selection: { $from } }) => {
    for (let depth = $from.depth; depth > 0; depth--) if (isA($from.node(depth), name)) return true
    return false
  }
}

/** The innermost list decides which list tool is on. */
function isInList(name: NodeName): (state: EditorState) => boolean {
  return ({ selection: { $from } }) => {
    for (let depth = $from.depth; depth > 0; depth--)
      if ($from.node(depth).type.isInGroup('list')) return isA($from.node(depth), name)
    return false
  }
}

export const TOOLS: readonly Tool[] = [
  {
    id: 'paragraph',
    group: 'block',
    name: 'Paragraph',
    key: 'Mod-Alt-0',
    help: 'Plain text of the page.',
    icon: Pilcrow,
    command: toParagraph,
    isOn: isBlock('paragraph'),
    whyNot: plainTitle,
  },
  {
    id: 'heading-2',
    group: 'block',
    name: 'Heading 2',
    key: 'Mod-Alt-2',
    help: 'A main part of the page.',
    icon: Heading2,
    command: toHeading(2),
    isOn: isBlock('heading', 2),
    whyNot: plainTitle,
  },
  {
    id: 'heading-3',
    group: 'block',
    name: 'Heading 3',
    key: 'Mod-Alt-3',
    help: 'A part within a main part.',
    icon: Heading3,
    command: toHeading(3),
    isOn: isBlock('heading', 3),
    whyNot: plainTitle,
  },
  {
    id: 'heading-4',
    group: 'block',
    name: 'Heading 4',
    key: 'Mod-Alt-4',
    help: 'The smallest part with a heading.',
    icon: Heading4,
    command: toHeading(4),
    isOn: isBlock('heading', 4),
    whyNot: plainTitle,
  },
  {
    id: 'bold',
    group: 'text',
    name: 'Bold',
    key: 'Mod-b',
    help: 'Stresses words strongly.',
    icon: Bold,
    command: toggle('strong'),
    isOn: hasMark('strong'),
    whyNot: plainTitle,
  },
  {
    id: 'italic',
    group: 'text',
    name: 'Italic',
    key: 'Mod-i',
    help: 'Stresses words lightly, marks titles and terms.',
    icon: Italic,
    command: toggle('emphasis'),
    isOn: hasMark('emphasis'),
    whyNot: plainTitle,
  },
  {
    id: 'underline',
    group: 'text',
    name: 'Underline',
    key: 'Mod-u',
    help: 'Underlines. Readers may take it for a link.',
    icon: Underline,
    command: toggle('underline'),
    isOn: hasMark('underline'),
    whyNot: plainTitle,
  },
  {
    id: 'bullets',
    group: 'list',
    name: 'List',
    key: 'Mod-Shift-8',
    help: 'Items without an order.',
    icon: List,
    command: toggleList('bulletList'),
    isOn: isInList('bulletList'),
    whyNot: plainTitle,
  },
  {
    id: 'numbers',
    group: 'list',
    name: 'Numbered list',
    key: 'Mod-Shift-7',
    help: 'Items in their order.',
    icon: ListOrdered,
    command: toggleList('orderedList'),
    isOn: isInList('orderedList'),
    whyNot: plainTitle,
  },
  {
    id: 'box',
    group: 'insert',
    name: 'Box',
    key: '',
    help: 'Puts the selected paragraphs in a coloured box.',
    icon: SquareDashed,
    command: wrap('box'),
    isOn: isInside('box'),
    whyNot: (state) => (inTitle(state) ? 'The title stands in no box.' : 'Pieces nest no deeper here.'),
  },
  {
    id: 'quotation',
    group: 'insert',
    name: 'Quotation',
    key: '',
    help: 'Somebody else’s words.',
    icon: Quote,
    command: wrap('quotation'),
    isOn: isInside('quotation'),
    whyNot: (state) => (inTitle(state) ? 'The title is no quotation.' : 'Pieces nest no deeper here.'),
  },
  {
    id: 'table',
    group: 'insert',
    name: 'Table',
    key: '',
    help: 'Three rows, three columns, the first row as header.',
    icon: Table,
    command: insertTable(3, 3),
    whyNot: plainTitle,
  },
  {
    id: 'rule',
    group: 'insert',
    name: 'Rule',
    key: '',
    help: 'A line between two topics.',
    icon: Minus,
    command: insertRule,
    whyNot: plainTitle,
  },
  {
    id: 'blank',
    group: 'insert',
    name: 'Blank',
    key: '',
    help: 'Words to fill in on each page made from this template.',
    icon: SquarePen,
    command: toggleBlank,
    isOn: hasMark('blank'),
    whyNot: (state) => (inTitle(state) ? 'The title is asked for anyway.' : 'Select the words first.'),
  },
  {
    id: 'undo',
    group: 'history',
    name: 'Undo',
    key: 'Mod-z',
    help: 'Undoes your last change; other people’s changes stay.',
    icon: Undo2,
    command: undo,
    whyNot: () => 'There is nothing to undo.',
  },
  {
    id: 'redo',
    group: 'history',
    name: 'Redo',
    key: 'Mod-y',
    help: 'Redoes what you undid.',
    icon: Redo2,
    command: redo,
    whyNot: () => 'There is nothing to redo.',
  },
]

/** What the keys of these groups of tools do. */
export function keysOf(...groups: readonly ToolGroup[]): Record<string, Command> {
  const tools = TOOLS.filter(({ group, key }) => key !== '' && groups.includes(group))
  return Object.fromEntries(tools.map(({ key, command }) => [key, command]))
}

/** A key as it is written on keyboards: `Ctrl+B`. */
export const shownKey = (key: string): string =>
  key
    .replace('Mod', 'Ctrl')
    .split('-')
    .map((part) => part.charAt(0).toUpperCase() + part.slice(1))
    .join('+')
