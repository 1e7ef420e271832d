import { isOpened } from '../../core/plan/kinds.ts'
import { inOrder } from '../../core/plan/tree.ts'
import type { PlanRow } from '../../server/plan/queries.server.ts'
import type { ItemReading } from '../../server/readers/queries.server.ts'

/** An item of the plan with what was done with it; `place` is where it stands among the items asked for. */
export type ReadItem = PlanRow & ItemReading & { readonly place: number }

/** What students can open and be done with, in the order of the plan. */
export function readItems(plan: readonly PlanRow[], items: readonly ItemReading[]): ReadItem[] {
  const readings = new Map(items.map((item, place) => [item.id, { ...item, place }]))
  return inOrder(plan).flatMap((row) => {
    const reading = readings.get(row.id)
    return reading && isOpened(row.kind) && row.kind !== 'book' ? [{ ...row, ...reading }] : []
  })
}
