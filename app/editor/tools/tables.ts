import {
  ArrowDownAZ,
  ArrowDownToLine,
  ArrowLeftToLine,
  ArrowRightToLine,
  ArrowUpAZ,
  ArrowUpToLine,
  BetweenHorizontalEnd,
  BetweenHorizontalStart,
  BetweenVerticalEnd,
  BetweenVerticalStart,
  Captions,
  Columns2,
  Rows2,
  TableCellsMerge,
  TableCellsSplit,
  TableColumnsSplit,
  TableRowsSplit,
} from 'lucide-react'
import {
  addColumnAfter,
  addColumnBefore,
  addRowAfter,
  addRowBefore,
  CellSelection,
  deleteColumn,
  deleteRow,
} from '@tiptap/pm/tables'
import type { Node } from '@tiptap/pm/model'
import type { EditorState } from '@tiptap/pm/state'
import { hasHeaderColumn, headerRows } from '../../../core/tables/change.ts'
import {
  hasCaption,
  headersHere,
  inTable,
  mergeHere,
  moveColumnHere,
  moveRowHere,
  NO_TABLE,
  sortHere,
  splitHere,
  tableHere,
  toggleCaption,
  whyNoMove,
  whyNoSort,
} from '../tables/table-commands.ts'
import type { Tool } from './tool.ts'

const orNoTable =
  (why: string) =>
  (state: EditorState): string =>
    tableHere(state) ? why : NO_TABLE
const hasHeaderRow = (table: Node): boolean => headerRows(table) > 0
const isOnTable =
  (ask: (table: Node) => boolean) =>
  (state: EditorState): boolean => {
    const here = tableHere(state)
    return here !== null && ask(here.table)
  }

/** Rows, columns and cells of the table the cursor is in. */
export const TABLE_TOOLS: readonly Tool[] = [
  {
    id: 'row-above',
    group: 'table-add',
    name: 'Add row above',
    key: '',
    help: 'Adds an empty row above this one.',
    icon: BetweenHorizontalStart,
    command: inTable(addRowBefore),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'row-below',
    group: 'table-add',
    name: 'Add row below',
    key: '',
    help: 'Adds an empty row below this one. Tab in the last cell does the same.',
    icon: BetweenHorizontalEnd,
    command: inTable(addRowAfter),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'column-before',
    group: 'table-add',
    name: 'Add column before',
    key: '',
    help: 'Adds an empty column before this one.',
    icon: BetweenVerticalStart,
    command: inTable(addColumnBefore),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'column-after',
    group: 'table-add',
    name: 'Add column after',
    key: '',
    help: 'Adds an empty column after this one.',
    icon: BetweenVerticalEnd,
    command: inTable(addColumnAfter),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'row-up',
    group: 'table-move',
    name: 'Move row up',
    key: '',
    help: 'Swaps this row with the one above.',
    icon: ArrowUpToLine,
    command: moveRowHere(-1),
    whyNot: (state) => whyNoMove(state, 'row', -1),
  },
  {
    id: 'row-down',
    group: 'table-move',
    name: 'Move row down',
    key: '',
    help: 'Swaps this row with the one below.',
    icon: ArrowDownToLine,
    command: moveRowHere(1),
    whyNot: (state) => whyNoMove(state, 'row', 1),
  },
  {
    id: 'column-back',
    group: 'table-move',
    name: 'Move column back',
    key: '',
    help: 'Swaps this column with the one before it.',
    icon: ArrowLeftToLine,
    command: moveColumnHere(-1),
    whyNot: (state) => whyNoMove(state, 'column', -1),
  },
  {
    id: 'column-forward',
    group: 'table-move',
    name: 'Move column forward',
    key: '',
    help: 'Swaps this column with the one after it.',
    icon: ArrowRightToLine,
    command: moveColumnHere(1),
    whyNot: (state) => whyNoMove(state, 'column', 1),
  },
  {
    id: 'merge-cells',
    group: 'table-cells',
    name: 'Merge cells',
    key: '',
    help: 'Joins the selected cells into one.',
    icon: TableCellsMerge,
    command: mergeHere,
    whyNot: (state) =>
      tableHere(state) === null
        ? NO_TABLE
        : state.selection instanceof CellSelection
          ? 'A cell reaches out of what is selected: select all of it.'
          : 'Select several cells first: drag over them, or press Shift with an arrow key.',
  },
  {
    id: 'split-cell',
    group: 'table-cells',
    name: 'Split cell',
    key: '',
    help: 'Divides a merged cell into single cells again.',
    icon: TableCellsSplit,
    command: splitHere,
    whyNot: orNoTable('This is not a merged cell.'),
  },
  {
    id: 'header-row',
    group: 'table-heads',
    name: 'Header row',
    key: '',
    help: 'Makes the first row the headings of the columns.',
    icon: Rows2,
    command: headersHere('row', hasHeaderRow),
    isOn: isOnTable(hasHeaderRow),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'header-column',
    group: 'table-heads',
    name: 'Header column',
    key: '',
    help: 'Makes the first column the headings of the rows.',
    icon: Columns2,
    command: headersHere('column', hasHeaderColumn),
    isOn: isOnTable(hasHeaderColumn),
    whyNot: orNoTable('Not at this place.'),
  },
  {
    id: 'caption',
    group: 'table-heads',
    name: 'Caption',
    key: '',
    help: 'A title above the table that says what it shows.',
    icon: Captions,
    command: toggleCaption,
    isOn: hasCaption,
    whyNot: orNoTable('A caption has no place here.'),
  },
  {
    id: 'sort-up',
    group: 'table-sort',
    name: 'Sort A to Z',
    key: '',
    help: 'Sorts the rows by this column. Numbers and dates are recognised.',
    icon: ArrowDownAZ,
    command: sortHere(false),
    whyNot: whyNoSort,
  },
  {
    id: 'sort-down',
    group: 'table-sort',
    name: 'Sort Z to A',
    key: '',
    help: 'Sorts the rows by this column in reverse order.',
    icon: ArrowUpAZ,
    command: sortHere(true),
    whyNot: whyNoSort,
  },
  {
    id: 'delete-row',
    group: 'table-delete',
    name: 'Delete row',
    key: '',
    help: 'Deletes this row and everything in it.',
    icon: TableRowsSplit,
    command: inTable(deleteRow),
    whyNot: orNoTable('There is no other row: delete the table instead.'),
  },
  {
    id: 'delete-column',
    group: 'table-delete',
    name: 'Delete column',
    key: '',
    help: 'Deletes this column and everything in it.',
    icon: TableColumnsSplit,
    command: inTable(deleteColumn),
    whyNot: orNoTable('There is no other column: delete the table instead.'),
  },
]
