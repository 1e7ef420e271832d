import type { ScaleLinear } from 'd3-scale'
import { label, short } from '../graphs/paper.ts'
import { number } from '../html/slots.ts'
import { html, inText, type SafeHtml } from '../tree/template.ts'

/** The width of a chart, in units of the drawing. */
export const WIDTH = 480
/** Its height, unless its bars lie: then it has a line for each. */
export const HEIGHT = 300
/** How wide a character is, about. */
export const CHARACTER = 6.8

/** The part of the paper that is drawn on; what stands beside it are numbers and names. */
export interface Area {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}

/** How wide the numbers at these places are, about. */
export const widthOfNumbers = (ticks: readonly number[]): number =>
  Math.max(...ticks.map((tick) => String(Number(tick.toPrecision(4))).length), 1) * CHARACTER

/** The lines of the grid and their numbers: beside the paper, or beneath it where numbers run along it. */
export function measure(
  scale: ScaleLinear<number, number>,
  ticks: readonly number[],
  area: Area,
  isAlong: boolean,
): SafeHtml {
  const { left, right, top, bottom } = area
  const line = (tick: number): string => {
    const at = short(scale(tick))
    return isAlong ? `M${at},${top}V${bottom}` : `M${left},${at}H${right}`
  }
  const place = (tick: number) =>
    isAlong
      ? label([scale(tick), bottom + 16], 'middle', number(tick))
      : label([left - 6, scale(tick) + 4], 'end', number(tick))
  return html`<path class="graph-grid" fill="none" stroke="currentColor" stroke-opacity="0.16" d="${ticks.map(line).join('')}"></path>${ticks.map(place)}`
}

/** Where nothing is measured from: the foot of bars. */
export const foot = (at: number, { left, right, top, bottom }: Area, isAlong: boolean): SafeHtml =>
  html`<path class="graph-axes" fill="none" stroke="currentColor" stroke-width="1.25" d="${isAlong ? `M${short(at)},${top}V${bottom}` : `M${left},${short(at)}H${right}`}"></path>`

/** The names of both axes: of what is measured above it, of what is named beneath. */
export function axisNames({ left, right, bottom }: Area, along: string, above: string): SafeHtml {
  return html`${above !== '' && label([left - 4, 14], 'start', above, 'graph-name')}
    ${along !== '' && label([(left + right) / 2, bottom + 46], 'middle', along, 'graph-name')}`
}

/** Names cut to what there is room for; all of them stand in the table. */
export function cutTo(words: string, width: number): string {
  const room = Math.max(1, Math.floor(width / CHARACTER))
  const signs = [...words]
  return signs.length <= room ? words : `${signs.slice(0, room - 1).join('')}…`
}

/** A name in one or two lines of this width, parted between words where it can be. */
function lines(words: string, width: number): readonly string[] {
  const room = Math.floor(width / CHARACTER)
  if ([...words].length <= room) return [words]
  const parting = words.lastIndexOf(' ', room)
  if (parting < 1) return [cutTo(words, width)]
  return [words.slice(0, parting), cutTo(words.slice(parting + 1), width)]
}

/** The names beneath places of this width; where they are too narrow, only every so many. */
export function namesBeneath(
  names: readonly string[],
  placeOf: (at: number) => number,
  width: number,
  bottom: number,
): SafeHtml {
  // Many are better read whole, if only some of them.
  const longest = Math.max(...names.map((name) => [...name].length)) * CHARACTER + 4
  const least = names.length > 8 ? Math.min(longest, 80) : 34
  const every = Math.max(1, Math.ceil(least / width))
  return html`${names.map((name, at) =>
    at % every !== 0 || name === ''
      ? ''
      : lines(name, width * every - 4).map((line, down) =>
          label([placeOf(at), bottom + 16 + 14 * down], 'middle', line),
        ),
  )}`
}

/** The names beside bars that lie. */
export const nameBeside = (name: string, x: number, y: number, width: number): SafeHtml =>
  html`<text class="graph-number" x="${short(x)}" y="${short(y)}" text-anchor="end" fill="currentColor">${inText(cutTo(name, width))}</text>`
