import { keepingLatest } from '../../core/graphs/latest.ts'

type Attrs = Readonly<Record<string, unknown>>

/**
 * What a piece with some attributes looks like, drawn by what is fetched with the first of its kind, not with the
 * sheet: null while that is on its way; `onFetched` is told when it is there. The sheet and the side desk ask for the
 * same drawing.
 */
export function drawnLater<Drawing>(fetchDraw: () => Promise<(attrs: Attrs) => Drawing>) {
  let draw: ((attrs: Attrs) => Drawing) | null = null
  const keep = keepingLatest<Drawing>(12)
  return (attrs: Attrs, onFetched: () => void): Drawing | null => {
    const make = draw
    if (make) return keep(JSON.stringify(attrs), () => make(attrs))
    fetchDraw()
      .then((fetched) => (draw = fetched))
      .then(onFetched, () => undefined)
    return null
  }
}
