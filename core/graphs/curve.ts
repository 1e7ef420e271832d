import type { Place } from './features.ts'
import type { Range } from './settings.ts'
import type { Stretch, Trace } from './trace.ts'

type OfX = (x: number) => number
/** From a place of the graph to one of the drawing. */
export type OnPaper = (place: Place) => Place

/** Between two places that are further apart on paper than this the line is followed more closely. */
const FAR = 9
/** What differs by less than this on paper is one line. */
const LEVEL = 0.06
const MOST_HALVINGS = 7
/** So many places more than the tries, for a curve that goes up and down throughout. */
const MOST_MORE = 1500

/** The lines of a function as they stand on paper, cut off above and below. */
export function curvesOf(valueOf: OfX, traced: Trace, heights: Range, onPaper: OnPaper): Place[][] {
  return traced.stretches.flatMap((stretch) =>
    within(followed(valueOf, placesOf(valueOf, stretch, traced), heights, onPaper, traced.isRestless), heights).map(
      (line) => straightened(line.map(onPaper)),
    ),
  )
}

/** The tries of a stretch, with more of them towards its ends, where it may rise without end. */
function placesOf(valueOf: OfX, { from, to }: Stretch, { xs }: Trace): Place[] {
  const step = Math.min(xs[1]! - xs[0]!, to - from)
  const close = Array.from({ length: 24 }, (_, at) => step * 2 ** (-at - 1))
  const inner = [...xs].filter((x) => x > from && x < to)
  // A little inside: at a break the value is that of one side alone, and where it is, is known to so much.
  const inside = step * 1e-6
  const all = [
    from + inside,
    ...close.map((each) => from + each).reverse(),
    ...inner,
    ...close.map((each) => to - each),
    to - inside,
  ]
  return [...new Set(all)]
    .filter((x) => x >= from && x <= to)
    .sort((a, b) => a - b)
    .map((x): Place => [x, valueOf(x)])
    .filter(([, y]) => !Number.isNaN(y))
}

function followed(
  valueOf: OfX,
  places: readonly Place[],
  heights: Range,
  onPaper: OnPaper,
  isRestless: boolean,
): Place[] {
  const found: Place[] = []
  let more = isRestless ? MOST_MORE : 0
  const isSeen = ([, y]: Place): boolean => y >= heights[0] && y <= heights[1]
  const between = (a: Place, b: Place, depth: number): void => {
    const [[x1, y1], [x2, y2]] = [onPaper(a), onPaper(b)]
    if (depth >= MOST_HALVINGS || !(isSeen(a) || isSeen(b)) || Math.hypot(x2 - x1, y2 - y1) < FAR) return
    if (++more > MOST_MORE) return
    const x = (a[0] + b[0]) / 2
    const middle: Place = [x, valueOf(x)]
    if (Number.isNaN(middle[1])) return
    between(a, middle, depth + 1)
    found.push(middle)
    between(middle, b, depth + 1)
  }
  for (const [at, place] of places.entries()) {
    if (at > 0) between(places[at - 1]!, place, 0)
    found.push(place)
  }
  return found
}

/** The parts of a line between two heights, cut where it leaves them. */
function within(line: readonly Place[], [least, most]: Range): Place[][] {
  const found: Place[][] = []
  let open: Place[] | null = null
  const isIn = ([, y]: Place): boolean => y >= least && y <= most
  const cut = ([x1, y1]: Place, [x2, y2]: Place, y: number): Place => [x1 + ((x2 - x1) * (y - y1)) / (y2 - y1), y]
  const edge = ([, y]: Place): number => (y < least ? least : most)
  for (const [at, place] of line.entries()) {
    const before = line[at - 1]
    if (isIn(place)) {
      if (!open) found.push((open = before ? [cut(before, place, edge(before))] : []))
      open.push(place)
    } else if (before && open) {
      open.push(cut(before, place, edge(place)))
      open = null
    } else if (before && before[1] < least !== place[1] < least) {
      // Through all that is seen in one step.
      found.push([cut(before, place, edge(before)), cut(before, place, edge(place))])
    }
  }
  return found.filter(({ length }) => length > 1)
}

/** The same line without places that lie on the way between others. */
function straightened(line: readonly Place[]): Place[] {
  const found: Place[] = []
  let start = 0
  for (let at = 0; at < line.length; at++) {
    if (at > 0 && at < line.length - 1 && isOnTheWay(line, start, at + 1)) continue
    found.push(line[at]!)
    start = at
  }
  return found
}

function isOnTheWay(line: readonly Place[], from: number, to: number): boolean {
  // A long way is not looked over again at each of its places.
  if (to - from > 32) return false
  const [[x1, y1], [x2, y2]] = [line[from]!, line[to]!]
  const length = Math.hypot(x2 - x1, y2 - y1)
  for (let at = from + 1; at < to; at++) {
    const [x, y] = line[at]!
    if (Math.abs((x2 - x1) * (y1 - y) - (x1 - x) * (y2 - y1)) > LEVEL * length) return false
  }
  return true
}
