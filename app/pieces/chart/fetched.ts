import type { Node } from '@tiptap/pm/model'
import type { Drawing, drawingOf } from './drawing.ts'

let draw: typeof drawingOf | null = null

/** What draws comes with the first chart, not with the sheet. */
async function fetchDrawing(): Promise<void> {
  draw = (await import('./drawing.ts')).drawingOf
}

/** Nodes never change: the sheet and the side desk ask for the same drawing. */
const kept = new WeakMap<Node, Drawing>()

/** A chart as it is drawn; null while what draws is still fetched. `onFetched` is told when it is there. */
export function drawnChart(node: Node, onFetched: () => void): Drawing | null {
  if (!draw) {
    fetchDrawing().then(onFetched, () => undefined)
    return null
  }
  const drawing = kept.get(node) ?? draw(node)
  kept.set(node, drawing)
  return drawing
}
