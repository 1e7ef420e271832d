import { redo, undo } from '@tiptap/pm/history'
import { type Command, type EditorState } from '@tiptap/pm/state'
import {
  ALargeSmall,
  AlignCenter,
  AlignJustify,
  AlignLeft,
  AlignRight,
  Bold,
  CodeXml,
  Eraser,
  Heading2,
  Heading3,
  Heading4,
  Heading5,
  Heading6,
  IndentDecrease,
  IndentIncrease,
  Italic,
  Keyboard,
  LetterText,
  List,
  ListChecks,
  ListOrdered,
  type LucideIcon,
  Minus,
  Pilcrow,
  PilcrowLeft,
  PilcrowRight,
  Quote,
  Redo2,
  RemoveFormatting,
  Sigma,
  SquareCheck,
  SquareCode,
  SquareDashed,
  SquarePen,
  Strikethrough,
  Subscript,
  Superscript,
  Table,
  Underline,
  Undo2,
} from 'lucide-react'
import { isTask, tickTasks, toggleTasks } from './list-commands.ts'
import { askEquation } from './equations/asking.ts'
import { align, direct, indent, isPlaced, toggleDropCap } from './placing-commands.ts'
import {
  insertRule,
  insertTable,
  toggle,
  toggleBlank,
  toggleList,
  toHeading,
  toParagraph,
  toPreformatted,
  wrap,
} from './commands.ts'
import { clearAll, clearLooks } from './mark-commands.ts'
import { isA, type MarkName, type NodeName } from '../../core/kinds/facts.ts'

export type ToolGroup = 'block' | 'text' | 'words' | 'clear' | 'paragraph' | 'list' | 'insert' | 'history'

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

/** What a heading of each level begins, and its sign. */
const LEVELS = [
  [2, 'A main part of the page.', Heading2],
  [3, 'A part within a main part.', Heading3],
  [4, 'A part within that.', Heading4],
  [5, 'A smaller part still.', Heading5],
  [6, 'The smallest part with a heading.', Heading6],
] as const

const HEADINGS = LEVELS.map(([level, help, icon]): Tool => ({
  id: `heading-${level}`,
  group: 'block',
  name: `Heading ${level}`,
  key: `Mod-Alt-${level}`,
  help,
  icon,
  command: toHeading(level),
  isOn: isBlock('heading', level),
  whyNot: plainTitle,
}))

/** A tool that turns a mark on and off, for the words selected or those typed next. */
function markTool(mark: MarkName, tool: Pick<Tool, 'id' | 'group' | 'name' | 'key' | 'help' | 'icon'>): Tool {
  return { ...tool, command: toggle(mark), isOn: hasMark(mark), whyNot: plainTitle }
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
  ...HEADINGS,
  {
    id: 'preformatted',
    group: 'block',
    name: 'Preformatted',
    key: '',
    help: 'Lines as they are typed, of a program for one.',
    icon: SquareCode,
    command: toPreformatted,
    isOn: isBlock('preformatted'),
    whyNot: plainTitle,
  },
  markTool('strong', {
    id: 'bold',
    group: 'text',
    name: 'Bold',
    key: 'Mod-b',
    help: 'Stresses words strongly.',
    icon: Bold,
  }),
  markTool('emphasis', {
    id: 'italic',
    group: 'text',
    name: 'Italic',
    key: 'Mod-i',
    help: 'Stresses words lightly, marks titles and terms.',
    icon: Italic,
  }),
  markTool('underline', {
    id: 'underline',
    group: 'text',
    name: 'Underline',
    key: 'Mod-u',
    help: 'Underlines. Readers may take it for a link.',
    icon: Underline,
  }),
  markTool('strike', {
    id: 'strike',
    group: 'words',
    name: 'Struck out',
    key: 'Mod-Shift-x',
    help: 'No longer so, and still to be read.',
    icon: Strikethrough,
  }),
  markTool('subscript', {
    id: 'subscript',
    group: 'words',
    name: 'Subscript',
    key: 'Mod-,',
    help: 'Below the line, as in H₂O.',
    icon: Subscript,
  }),
  markTool('superscript', {
    id: 'superscript',
    group: 'words',
    name: 'Superscript',
    key: 'Mod-.',
    help: 'Above the line, as in m².',
    icon: Superscript,
  }),
  markTool('smallCaps', {
    id: 'small-caps',
    group: 'words',
    name: 'Small capitals',
    key: '',
    help: 'Small letters as small capitals.',
    icon: ALargeSmall,
  }),
  markTool('code', {
    id: 'code',
    group: 'words',
    name: 'Code',
    key: 'Mod-e',
    help: 'What a machine reads: a command, the name of a file.',
    icon: CodeXml,
  }),
  markTool('keyboard', {
    id: 'key',
    group: 'words',
    name: 'Key',
    key: '',
    help: 'A key to press, such as Enter.',
    icon: Keyboard,
  }),
  {
    id: 'blank',
    group: 'words',
    name: 'Blank',
    key: '',
    help: 'Words to fill in on each page made from this template.',
    icon: SquarePen,
    command: toggleBlank,
    isOn: hasMark('blank'),
    whyNot: (state) => (inTitle(state) ? 'The title is asked for anyway.' : 'Select the words first.'),
  },
  {
    id: 'clear',
    group: 'clear',
    name: 'Clear formatting',
    key: 'Mod-Shift-e',
    help: 'Plain words again. Links and languages stay.',
    icon: RemoveFormatting,
    command: clearLooks,
    whyNot: () => 'These words have no formatting.',
  },
  {
    id: 'clear-all',
    group: 'clear',
    name: 'Clear formatting and kind',
    key: '',
    help: 'Plain words in a plain paragraph, no heading.',
    icon: Eraser,
    command: clearAll,
    whyNot: () => 'This is a plain paragraph already.',
  },
  {
    id: 'align-start',
    group: 'paragraph',
    name: 'Align at the start',
    key: '',
    help: 'Lines begin where lines begin.',
    icon: AlignLeft,
    command: align('start'),
    isOn: isPlaced('align', 'start'),
    whyNot: plainTitle,
  },
  {
    id: 'align-centre',
    group: 'paragraph',
    name: 'Centre',
    key: 'Mod-Shift-m',
    help: 'For a line or two; long texts are hard to read so.',
    icon: AlignCenter,
    command: align('centre'),
    isOn: isPlaced('align', 'centre'),
    whyNot: plainTitle,
  },
  {
    id: 'align-end',
    group: 'paragraph',
    name: 'Align at the end',
    key: '',
    help: 'Lines end on one edge.',
    icon: AlignRight,
    command: align('end'),
    isOn: isPlaced('align', 'end'),
    whyNot: plainTitle,
  },
  {
    id: 'align-justify',
    group: 'paragraph',
    name: 'Justify',
    key: '',
    help: 'Lines begin and end on both edges, with uneven gaps.',
    icon: AlignJustify,
    command: align('justify'),
    isOn: isPlaced('align', 'justify'),
    whyNot: plainTitle,
  },
  {
    id: 'indent',
    group: 'paragraph',
    name: 'Move in',
    key: 'Mod-]',
    help: 'Moves the paragraph in by a step.',
    icon: IndentIncrease,
    command: indent(1),
    whyNot: (state) => (inTitle(state) ? plainTitle(state) : 'It is moved in as far as it goes.'),
  },
  {
    id: 'outdent',
    group: 'paragraph',
    name: 'Move out',
    key: 'Mod-[',
    help: 'Moves the paragraph out by a step.',
    icon: IndentDecrease,
    command: indent(-1),
    whyNot: (state) => (inTitle(state) ? plainTitle(state) : 'It is not moved in.'),
  },
  {
    id: 'left-to-right',
    group: 'paragraph',
    name: 'Left to right',
    key: '',
    help: 'A paragraph in a language written so.',
    icon: PilcrowRight,
    command: direct('ltr'),
    isOn: isPlaced('direction', 'ltr'),
    whyNot: plainTitle,
  },
  {
    id: 'right-to-left',
    group: 'paragraph',
    name: 'Right to left',
    key: '',
    help: 'A paragraph in Arabic, Hebrew, Persian, Urdu.',
    icon: PilcrowLeft,
    command: direct('rtl'),
    isOn: isPlaced('direction', 'rtl'),
    whyNot: plainTitle,
  },
  {
    id: 'drop-cap',
    group: 'paragraph',
    name: 'Drop cap',
    key: '',
    help: 'A first letter of three lines.',
    icon: LetterText,
    command: toggleDropCap,
    isOn: isPlaced('hasDropCap', true),
    whyNot: () => 'Paragraphs alone have a drop cap.',
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
    id: 'tasks',
    group: 'list',
    name: 'Tasks',
    key: 'Mod-Shift-9',
    help: 'Items to tick when they are done.',
    icon: ListChecks,
    command: toggleTasks,
    isOn: isTask,
    whyNot: plainTitle,
  },
  {
    id: 'tick',
    group: 'list',
    name: 'Done',
    key: 'Mod-Alt-Enter',
    help: 'Ticks the task, or takes the tick away. So does a press on its box.',
    icon: SquareCheck,
    command: tickTasks,
    whyNot: () => 'The cursor is in no task.',
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
    id: 'equation',
    group: 'insert',
    name: 'Equation',
    key: 'Mod-Alt-m',
    help: 'A formula, in the line or on a line of its own.',
    icon: Sigma,
    command: askEquation,
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
