import type { Node } from 'prosemirror-model'
import { isA } from '../../core/kinds/facts.ts'
import { headingRuns } from '../../core/structure/headings.ts'
import { type Material, materialAt, materialOfRun } from '../../core/structure/reshape/reshape.ts'

/** All of a page that can be shown in another way. */
export function materialsOf(page: Node): Material[] {
  const found: Material[] = []
  page.descendants((node, position) => {
    const material = isA(node, 'heading')
      ? headingRuns(page, position + 1, position + 1).map((run) => materialOfRun(page, run))
      : [materialAt(page, position)]
    found.push(...material.filter((each) => each !== null))
    return !node.isTextblock
  })
  return found
}
