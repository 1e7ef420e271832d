import { List, ListChecks, ListOrdered, SquareCheck } from 'lucide-react'
import { isTask, tickTasks, toggleTasks } from '../list-commands.ts'
import { toggleList } from '../commands.ts'
import { plainTitle, isInList, type Tool } from './tool.ts'

/** Lists and tasks. */
export const LIST_TOOLS: readonly Tool[] = [
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
    help: 'A list of things to do, each with a box to tick.',
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
    help: 'Ticks the task, or clears the tick. Clicking its box does the same.',
    icon: SquareCheck,
    command: tickTasks,
    whyNot: () => 'The cursor is in no task.',
  },
]
