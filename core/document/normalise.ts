import type { Node } from 'prosemirror-model'
import { type Step, Transform } from 'prosemirror-transform'
import { normaliseAnchors } from './normalise-anchors.ts'
import { normaliseReferences } from './normalise-references.ts'
import { normaliseTable } from './normalise-table.ts'
import { isA } from '../kinds/facts.ts'

/**
 * The steps that put right what the schema can't say: tables whose rows differ in width, ids that stand twice, numbers
 * of equations in links that are others by now. Deterministic, and idempotent: normalising the result gives no step.
 * Run by the server after a batch, as a batch of the system's own; clients never repair what came from others.
 */
export function normalise(page: Node): Step[] {
  const tables: { node: Node; position: number }[] = []
  page.descendants((node, position) => {
    if (isA(node, 'table')) tables.push({ node, position })
    return !node.isTextblock
  })
  const transform = new Transform(page)
  // Inner tables stand later than the outer one they are in; from the end, no repair moves another's place.
  for (const { position } of tables.reverse()) normaliseTable(transform, position)
  normaliseAnchors(transform)
  normaliseReferences(transform)
  return transform.steps
}
