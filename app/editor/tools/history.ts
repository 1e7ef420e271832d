import { Redo2, Undo2 } from 'lucide-react'
import { redo, undo } from '@tiptap/pm/history'
import { type Tool } from './tool.ts'

/** Steps back and forth. */
export const HISTORY_TOOLS: readonly Tool[] = [
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
