import { number } from '../html/slots.ts'
import { html, type SafeHtml } from '../tree/template.ts'
import type { Place } from './features.ts'
import { HEIGHT, isWithin, label, type Paper, short, straight, WIDTH } from './paper.ts'
import { ticksOf } from './scales.ts'

export function grid({ read, y, onPaper }: Paper): SafeHtml {
  const across = ticksOf(read.x, 'x').map((x) => straight(onPaper([x, y[0]]), onPaper([x, y[1]])))
  const along = ticksOf(y, 'y').map((each) => straight(onPaper([read.x[0], each]), onPaper([read.x[1], each])))
  return html`<path class="graph-grid" fill="none" stroke="currentColor" stroke-opacity="0.16" d="${[...across, ...along].join('')}"></path>`
}

/** Both axes, with their numbers and names. */
export function axes(paper: Paper): SafeHtml {
  const { settings, read, y, onPaper, origin, isAtFoot } = paper
  const [left, right] = [onPaper([read.x[0], origin[1]]), onPaper([read.x[1], origin[1]])]
  const [low, high] = [onPaper([origin[0], y[0]]), onPaper([origin[0], y[1]])]
  const isLate = high[0] > WIDTH / 2 + 60
  return html`<path class="graph-axes" fill="none" stroke="currentColor" stroke-width="1.25" d="${straight(left, right)}${arrow(right, 1, 0)}${straight(low, high)}${arrow(high, 0, -1)}"></path>
    ${numbers(paper)}
    ${label([right[0], right[1] + (isAtFoot ? 31 : -7)], 'end', settings.xName || 'x', 'graph-name')}
    ${label([high[0] + (isLate ? -9 : 9), 15], isLate ? 'end' : 'start', settings.yName || 'y', 'graph-name')}`
}

/** The numbers beneath the one axis and before the other; 0 stands once where both go through it. */
function numbers({ read, y, onPaper, origin }: Paper): SafeHtml {
  const [crossX, crossY] = onPaper(origin)
  // At the head of the paper, where all is below 0, there is room beneath as well.
  const beneath = Math.min(crossY + 14, HEIGHT - 4)
  const isCross = (value: number, [from, to]: readonly [number, number], at: 0 | 1): boolean =>
    isWithin(0, [from, to]) && Math.abs(value - origin[at]) < (to - from) * 1e-6
  const both = isWithin(0, read.x) && isWithin(0, y)
  return html`${ticksOf(read.x, 'x').map((tick) => !(both && isCross(tick, read.x, 0)) && label([onPaper([tick, 0])[0], beneath], 'middle', number(tick)))}
    ${ticksOf(y, 'y').map((tick) => !(both && isCross(tick, y, 1)) && label([crossX - 6, onPaper([0, tick])[1] + 4], 'end', number(tick)))}
    ${both && label([crossX - 6, beneath], 'end', number(0))}`
}

/** The head of an axis that points along (dx, dy). */
function arrow([x, y]: Place, dx: number, dy: number): string {
  const [tipX, tipY] = [x + 8 * dx, y + 8 * dy]
  const wing = (side: 1 | -1): string =>
    `M${short(tipX - 7 * dx + 3.5 * side * dy)},${short(tipY - 7 * dy + 3.5 * side * dx)}L${short(tipX)},${short(tipY)}`
  return straight([x, y], [tipX, tipY]) + wing(1) + wing(-1)
}
