import type { Command } from '@tiptap/pm/state'
import { BLOCK_TOOLS } from './tools/blocks.ts'
import { HISTORY_TOOLS } from './tools/history.ts'
import { INSERT_TOOLS } from './tools/inserts.ts'
import { LIST_TOOLS } from './tools/lists.ts'
import { PARAGRAPH_TOOLS } from './tools/paragraphs.ts'
import { VIEW_TOOLS } from './tools/view.ts'
import { TABLE_TOOLS } from './tools/tables.ts'
import { WORD_TOOLS } from './tools/words.ts'
import { TABLE_GROUPS, type Tool, type ToolGroup } from './tools/tool.ts'

export { TABLE_GROUPS, type Tool, type ToolGroup }

/** Every tool of the sheet, in the order of bar, menus and help. */
export const TOOLS: readonly Tool[] = [
  ...BLOCK_TOOLS,
  ...WORD_TOOLS,
  ...PARAGRAPH_TOOLS,
  ...LIST_TOOLS,
  ...TABLE_TOOLS,
  ...INSERT_TOOLS,
  ...HISTORY_TOOLS,
  ...VIEW_TOOLS,
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
