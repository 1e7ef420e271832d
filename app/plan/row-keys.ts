import { isOpened } from '../../core/plan/kinds.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'

/** What a key asks for on a row of the plan. */
export type RowAction =
  | { readonly sort: 'go'; readonly id: string }
  | { readonly sort: 'step'; readonly direction: 'up' | 'down' }
  | { readonly sort: 'settings' | 'open' | 'rename' | 'delete' | 'undo' }
  /** A line is to be written behind it: on its level, or one deeper. */
  | { readonly sort: 'add'; readonly isDeeper: boolean }
  /** It is ours, and does nothing here. */
  | { readonly sort: 'nothing' }

type Key = Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey' | 'metaKey'>

/** What a key does on a row, among the rows that are shown; null for a key that is not the plan's. */
export function rowAction(
  { key, altKey, ctrlKey, metaKey }: Key,
  row: Pick<PlanRow, 'id' | 'kind' | 'documentId'>,
  shown: readonly { readonly id: string }[],
): RowAction | null {
  if (altKey && (key === 'ArrowUp' || key === 'ArrowDown'))
    return { sort: 'step', direction: key === 'ArrowUp' ? 'up' : 'down' }
  const at = shown.findIndex(({ id }) => id === row.id)
  const ways: Record<string, number> = { ArrowUp: at - 1, ArrowDown: at + 1, Home: 0, End: shown.length - 1 }
  if (key in ways) {
    const next = shown[ways[key]!]
    return next ? { sort: 'go', id: next.id } : { sort: 'nothing' }
  }
  if (key === 'Enter') {
    if (altKey) return { sort: 'settings' }
    if (!isOpened(row.kind) && row.kind !== 'note') return { sort: 'add', isDeeper: true }
    // What was typed a moment ago is opened when the server has it.
    return row.documentId === null ? { sort: 'nothing' } : { sort: 'open' }
  }
  if (key === 'F2') return { sort: 'rename' }
  if (key === 'Delete') return { sort: 'delete' }
  if (key === 'Insert') return { sort: 'add', isDeeper: false }
  return key.toLowerCase() === 'z' && (ctrlKey || metaKey) ? { sort: 'undo' } : null
}
