import type { MessageName } from '../words/languages.ts'
import { raised, type Said } from '../words/numbers.ts'
import type { Drawn } from './draw.ts'
import { type Asymptote, crossingsOf, type Features } from './features.ts'
import type { GraphFunction } from './read.ts'
import type { GraphSettings } from './settings.ts'

/** A sentence of a text alternative: a message, with what stands in it. */
export interface Sentence {
  readonly name: Extract<MessageName, `graph.${string}`>
  readonly values: Readonly<Record<string, Said>>
}

/** What was typed with the signs of mathematics, which screen readers know how to say: “x squared” for x². */
const inSigns = (typed: string): string =>
  typed
    .replace(/\s*\^\s*(\d+)/g, (_, digits: string) => raised(digits))
    .replaceAll('<=', '≤')
    .replaceAll('>=', '≥')
    .replaceAll('-', '−')
    .replaceAll('*', '·')

/** More places than these are counted, not told one by one. */
const MOST_TOLD = 8

/** What whoever can't see a graph is told of it: its functions and what is seen of each, points and areas. */
export function toldOf({ read, traces, features }: Drawn, { xName }: Pick<GraphSettings, 'xName'>): Sentence[] {
  const { functions, points, areas, x } = read
  const axis = xName || 'x'
  const label = (at: number): string => functions[at]!.name
  return [
    functions.length === 0
      ? { name: 'graph.axesAlone', values: { axis, from: x[0], to: x[1] } }
      : {
          name: 'graph.graphOf',
          values: { names: functions.map(({ typed }) => inSigns(typed)).join('; '), axis, from: x[0], to: x[1] },
        },
    ...functions.flatMap(({ name }, at) => toldOfFunction(name, features[at]!)),
    ...meetings(functions, traces, features),
    ...points.map(({ label: words, x: px, y }): Sentence =>
      words === ''
        ? { name: 'graph.marked', values: { places: { places: [[px, y]] } } }
        : { name: 'graph.markedAs', values: { label: words, places: { places: [[px, y]] } } },
    ),
    ...areas.map(({ between: [first, second], from, to }): Sentence => {
      if (first === undefined) return { name: 'graph.shaded', values: { axis, from, to } }
      return second === undefined
        ? { name: 'graph.shadedUnder', values: { name: label(first), axis, from, to } }
        : { name: 'graph.shadedBetween', values: { name: label(first), other: label(second), axis, from, to } }
    }),
  ]
}

function toldOfFunction(name: string, features: Features): Sentence[] {
  const { zeros, highs, lows, poles, jumps, gaps, asymptotes, course, isRestless } = features
  if (course === 'nothing') return [{ name: 'graph.nothing', values: { name } }]
  if (isRestless) return [{ name: 'graph.restless', values: { name } }]
  const found: Sentence[] = []
  const tell = <T>(
    some: readonly T[],
    few: Sentence['name'],
    many: Sentence['name'],
    said: (some: readonly T[]) => Said,
  ): void => {
    if (some.length > MOST_TOLD) found.push({ name: many, values: { name, number: some.length } })
    else if (some.length > 0) found.push({ name: few, values: { name, places: said(some) } })
  }
  const xs = (some: readonly number[]): Said => some
  const places = (some: Features['highs']): Said => ({ places: some })
  if (course === 'rises') found.push({ name: 'graph.rises', values: { name } })
  if (course === 'falls') found.push({ name: 'graph.falls', values: { name } })
  if (course === 'level') found.push({ name: 'graph.level', values: { name } })
  tell(zeros, 'graph.zeros', 'graph.manyZeros', xs)
  tell(highs, 'graph.highs', 'graph.manyHighs', places)
  tell(lows, 'graph.lows', 'graph.manyLows', places)
  tell(poles, 'graph.poles', 'graph.manyPoles', xs)
  tell(jumps, 'graph.jumps', 'graph.manyJumps', xs)
  for (const [from, to] of gaps.slice(0, MOST_TOLD)) found.push({ name: 'graph.gap', values: { name, from, to } })
  return [...found, ...closeTo(name, asymptotes)]
}

function closeTo(name: string, { left, right }: Features['asymptotes']): Sentence[] {
  const one = (level: Sentence['name'], slanting: Sentence['name'], { slope, height }: Asymptote): Sentence =>
    slope === 0 ? { name: level, values: { name, height } } : { name: slanting, values: { name, slope, height } }
  if (left && right && left.slope === right.slope && left.height === right.height)
    return [one('graph.levelBoth', 'graph.slantingBoth', left)]
  return [
    ...(left ? [one('graph.levelLeft', 'graph.slantingLeft', left)] : []),
    ...(right ? [one('graph.levelRight', 'graph.slantingRight', right)] : []),
  ]
}

/** Where functions meet; of more than three there is too much to tell. */
function meetings(
  functions: readonly GraphFunction[],
  traces: Drawn['traces'],
  features: readonly Features[],
): Sentence[] {
  if (functions.length > 3 || features.some(({ isRestless }) => isRestless)) return []
  const followed = functions.map((each, at) => ({ ...each, traced: traces[at]! }))
  const pairs = followed.flatMap((one, at) => followed.slice(at + 1).map((other) => [one, other] as const))
  return pairs.flatMap(([one, other]): Sentence[] => {
    const places = crossingsOf(one, other)
    return places.length === 0 || places.length > MOST_TOLD
      ? []
      : [{ name: 'graph.meet', values: { name: one.name, other: other.name, places: { places } } }]
  })
}
