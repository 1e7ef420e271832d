import { setImmediate } from 'node:timers/promises'
import type { Node } from 'prosemirror-model'
import { drawAhead } from '../../core/graphs/set-graphs.ts'

/** Draws the graphs of a page that is about to be rendered; after each, whoever waits is answered first. */
export async function drawGraphs(page: Node): Promise<void> {
  const drawing = drawAhead(page)
  while (!drawing.next().done) await setImmediate()
}
