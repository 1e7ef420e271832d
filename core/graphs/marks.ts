import { html, type SafeHtml } from '../tree/template.ts'
import type { Features, Place } from './features.ts'
import { type Anchor, HEIGHT, isWithin, label, type Paper, pathOf, short, straight, WIDTH } from './paper.ts'
import type { Area, ReadGraph } from './read.ts'

/** What a function comes ever closer to, as far as that is in sight. */
export function asymptotes({ poles, asymptotes: { left, right } }: Features, { read, y, onPaper }: Paper): SafeHtml {
  const upright = poles.filter((x) => isWithin(x, read.x)).map((x) => straight(onPaper([x, y[0]]), onPaper([x, y[1]])))
  const [from, to] = read.x
  const middle = Math.min(to, Math.max(from, 0))
  const level = [left && { ...left, from, to: middle }, right && { ...right, from: middle, to }].flatMap((each) => {
    // Along an axis a line of its own would not be seen.
    if (!each || (each.slope === 0 && each.height === 0) || each.to <= each.from) return []
    const [start, end] = [each.slope * each.from + each.height, each.slope * each.to + each.height]
    return isWithin(start, y) && isWithin(end, y)
      ? [straight(onPaper([each.from, start]), onPaper([each.to, end]))]
      : []
  })
  const d = [...upright, ...level].join('')
  return d === ''
    ? html``
    : html`<path class="graph-asymptote" fill="none" stroke="currentColor" stroke-opacity="0.6" stroke-dasharray="4 4" d="${d}"></path>`
}

/** A marked point, its words where they cover the least of the lines. */
export function point({ x, y: height, label: words }: ReadGraph['points'][number], paper: Paper): SafeHtml {
  const { read, y, onPaper } = paper
  if (!isWithin(x, read.x) || !isWithin(height, y)) return html``
  const [left, top] = onPaper([x, height])
  return html`<circle class="graph-point" cx="${short(left)}" cy="${short(top)}" r="4" fill="currentColor"></circle>
    ${words !== '' && wordsBeside([left, top], words, paper)}`
}

/** About so wide is a letter of the words, and so high a line of them. */
const [LETTER, LINE] = [7.4, 14]

function wordsBeside([left, top]: Place, words: string, paper: Paper): SafeHtml {
  const width = words.length * LETTER
  const sides: readonly (readonly [Anchor, Place])[] = [
    ['start', [left + 8, top - 7]],
    ['end', [left - 8, top - 7]],
    ['start', [left + 8, top + 17]],
    ['end', [left - 8, top + 17]],
  ]
  const costOf = ([anchor, [x, y]]: (typeof sides)[number]): number => {
    const from = anchor === 'start' ? x : x - width
    const beside =
      Math.max(0, -from) + Math.max(0, from + width - WIDTH) + Math.max(0, LINE - y) + Math.max(0, y - HEIGHT)
    return 10 * beside + coveredBy([from, y - LINE], [from + width, y + 4], paper)
  }
  const [anchor, place] = sides.reduce((best, side) => (costOf(side) < costOf(best) ? side : best))
  return label(place, anchor, words, 'graph-words')
}

/** How much of the lines lies in a box of the paper, in units of its width. */
function coveredBy([x1, y1]: Place, [x2, y2]: Place, { read, onPaper }: Paper): number {
  const [[start], [end]] = [onPaper([read.x[0], 0]), onPaper([read.x[1], 0])]
  const step = 6
  let covered = 0
  for (const { valueOf } of read.functions)
    for (let px = Math.max(x1, start); px <= Math.min(x2, end); px += step) {
      const x = read.x[0] + ((px - start) / (end - start)) * (read.x[1] - read.x[0])
      const [, py] = onPaper([x, valueOf(x)])
      if (py >= y1 && py <= y2) covered += step
    }
  return covered
}

/** What is shaded, between two lines or from the axis to one, or the whole height. */
export function area({ between, from, to }: Area, { read, y, onPaper }: Paper): SafeHtml {
  const [start, end] = [Math.max(from, read.x[0]), Math.min(to, read.x[1])]
  if (start >= end) return html``
  const cut = (value: number): number => Math.min(y[1], Math.max(y[0], value))
  const edge = (at: number | undefined, x: number, otherwise: number): number =>
    at === undefined ? otherwise : cut(read.functions[at]!.valueOf(x))
  const xs = Array.from({ length: 161 }, (_, at) => start + ((end - start) * at) / 160)
  const [first, second] = between
  const isBand = first === undefined
  const upper = xs.map((x): Place => [x, isBand ? y[1] : edge(first, x, 0)])
  const lower = xs.map((x): Place => [x, isBand ? y[0] : edge(second, x, cut(0))])
  const shapes = runs(upper, lower).map(
    ([above, beneath]) => `${pathOf([...above, ...beneath.reverse()].map(onPaper)) ?? ''}Z`,
  )
  return shapes.length === 0
    ? html``
    : html`<path class="graph-area" fill="currentColor" fill-opacity="0.14" stroke="none" d="${shapes.join('')}"></path>`
}

/** The runs in which both edges have a value. */
function runs(upper: readonly Place[], lower: readonly Place[]): [Place[], Place[]][] {
  const found: [Place[], Place[]][] = []
  let open: [Place[], Place[]] | null = null
  for (const [at, place] of upper.entries()) {
    const other = lower[at]!
    if (Number.isNaN(place[1]) || Number.isNaN(other[1])) open = null
    else {
      if (!open) found.push((open = [[], []]))
      open[0].push(place)
      open[1].push(other)
    }
  }
  return found.filter(([above]) => above.length > 1)
}
