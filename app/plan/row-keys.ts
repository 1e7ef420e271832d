import { isOpened } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'

/** What a key asks for on a row of the plan. */
export type RowAction =
  | { readonly type: 'go'; readonly id: string }
  | { readonly type: 'step'; readonly direction: 'up' | 'down' }
  | { readonly type: 'settings' | 'open' | 'rename' | 'delete' | 'menu' }
  /** A line is to be written behind it: on its level, or one deeper. */
  | { readonly type: 'add'; readonly isDeeper: boolean }
  /** It is ours, and does nothing here. */
  | { readonly type: 'nothing' }

type Key = Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey' | 'metaKey' | 'shiftKey'>

/** What a key does on a row, among the rows that are shown; null for a key that is not the plan's. */
export function rowAction(
  { key, altKey, ctrlKey, metaKey, shiftKey }: Key,
  row: Pick<PlanRow, 'id' | 'kind' | 'documentId'>,
  shown: readonly { readonly id: string }[],
): RowAction | null {
  if (altKey && (key === 'ArrowUp' || key === 'ArrowDown'))
    return { type: 'step', direction: key === 'ArrowUp' ? 'up' : 'down' }
  if (ctrlKey || metaKey) return null
  if (key === 'ContextMenu' || (shiftKey && (key === 'F10' || key === 'Enter'))) return { type: 'menu' }
  const at = shown.findIndex(({ id }) => id === row.id)
  const ways: Record<string, number> = { ArrowUp: at - 1, ArrowDown: at + 1, Home: 0, End: shown.length - 1 }
  if (key in ways) {
    const next = shown[ways[key]!]
    return next ? { type: 'go', id: next.id } : { type: 'nothing' }
  }
  if (key === 'Enter') {
    if (altKey) return { type: 'settings' }
    if (!isOpened(row.kind) && row.kind !== 'note') return { type: 'add', isDeeper: true }
    // What was typed a moment ago is opened when the server has it.
    return row.documentId === null ? { type: 'nothing' } : { type: 'open' }
  }
  if (key === 'F2') return { type: 'rename' }
  if (key === 'Delete') return { type: 'delete' }
  return key === 'Insert' ? { type: 'add', isDeeper: false } : null
}
