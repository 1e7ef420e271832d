import { symbol, symbolCircle, symbolCross, symbolDiamond, symbolSquare, symbolStar, symbolTriangle } from 'd3-shape'
import { dash } from '../graphs/draw.ts'
import { short } from '../graphs/paper.ts'
import { html, type SafeHtml } from '../tree/template.ts'

/*
 * Each column of numbers has a colour, and what tells it from the others without one: bars their hatching, lines their
 * dashes, points their shapes (WCAG 2.2, 1.4.1).
 */

const SHAPES = [symbolCircle, symbolSquare, symbolTriangle, symbolDiamond, symbolCross, symbolStar] as const
/** How far apart the lines that run across a bar are, and those along it; 0 for none. */
const HATCHING = [
  [0, 0],
  [6, 0],
  [0, 6],
  [7, 7],
  [12, 0],
  [0, 12],
] as const

/** The mark of a point of the column `at`. */
export function point(at: number, x: number, y: number): SafeHtml {
  const d = symbol(SHAPES[at % SHAPES.length], 46)() ?? ''
  return html`<path class="chart-fill-${at + 1}" fill="currentColor" transform="translate(${short(x)},${short(y)})" d="${d}"></path>`
}

/** A bar of the column `at`, with its hatching. */
export function bar(at: number, x: number, y: number, width: number, height: number): SafeHtml {
  const [across, along] = HATCHING[at % HATCHING.length]!
  let d = ''
  if (across > 0)
    for (let down = across; down < height; down += across) d += `M${short(x)},${short(y + down)}h${short(width)}`
  if (along > 0)
    for (let right = along; right < width; right += along) d += `M${short(x + right)},${short(y)}v${short(height)}`
  return html`<rect class="chart-fill-${at + 1}" fill="currentColor" x="${short(x)}" y="${short(y)}" width="${short(width)}" height="${short(height)}"></rect>${
    d !== '' && html`<path class="chart-hatching" fill="none" stroke="#fff" stroke-width="1.5" d="${d}"></path>`
  }`
}

/** A line of the column `at`. */
export const line = (at: number, d: string): SafeHtml =>
  html`<path class="graph-line graph-line-${at + 1}" fill="none" stroke="currentColor" stroke-width="2.25" stroke-linejoin="round"${dash(at)} d="${d}"></path>`

/** What the column `at` looks like, by itself. */
export function sample(at: number, form: 'bar' | 'line' | 'area' | 'scatter'): SafeHtml {
  const inside =
    form === 'bar'
      ? bar(at, 8, 0, 24, 12)
      : html`${form === 'scatter' ? '' : line(at, 'M1,6L39,6')}${form === 'area' ? '' : point(at, 20, 6)}`
  return html`<svg class="graph-sample" viewBox="0 0 40 12" aria-hidden="true">${inside}</svg>`
}
