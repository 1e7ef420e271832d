import { Pilcrow } from 'lucide-react'
import { areHiddenShown, toggleHidden } from '../hidden/hidden-characters.ts'
import type { Tool } from './tool.ts'

/** How the sheet itself is shown to its author. */
export const VIEW_TOOLS: readonly Tool[] = [
  {
    id: 'hidden',
    group: 'view',
    name: 'Hidden characters',
    key: 'Mod-Shift-h',
    help: 'Shows spaces that don’t break or stand twice, line breaks, other signs without ink, and where blocks begin and end.',
    icon: Pilcrow,
    command: toggleHidden,
    isOn: areHiddenShown,
    whyNot: () => 'Only on the sheet.',
  },
]
