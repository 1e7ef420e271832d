import { keepingLatest } from '../../../core/graphs/latest.ts'
import type { Drawing, drawingOf } from './drawing.ts'

let draw: typeof drawingOf | null = null

/** What draws comes with the first graph, not with the sheet. */
async function fetchDrawing(): Promise<void> {
  draw = (await import('./drawing.ts')).drawingOf
}

/** The sheet and the side desk ask for the same drawing. */
const keep = keepingLatest<Drawing>(12)

/** A graph as it is drawn; null while what draws is still fetched. `onFetched` is told when it is there. */
export function drawn(attrs: Readonly<Record<string, unknown>>, onFetched: () => void): Drawing | null {
  const make = draw
  if (make) return keep(JSON.stringify(attrs), () => make(attrs))
  fetchDrawing().then(onFetched, () => undefined)
  return null
}
