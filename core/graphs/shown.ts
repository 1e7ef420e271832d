import { serializeOuter } from 'parse5'
import { mathOf } from '../equations/math.ts'
import { number, word } from '../html/slots.ts'
import { html, inText, type SafeHtml, trusted } from '../tree/template.ts'
import { type Drawn, drawGraph, lineSample, svgOf } from './draw.ts'
import type { GraphFunction, GraphProblem } from './read.ts'
import { ticksOf } from './scales.ts'
import type { GraphSettings } from './settings.ts'
import { toldOf } from './told.ts'

/** A graph as it is shown, with the slots of `slots.ts`. */
export interface ShownGraph {
  /** A drawing, what its lines are, what of it can't be drawn, and its values. */
  readonly html: SafeHtml
  /** Its text alternative, as text. */
  readonly told: string
  readonly problems: readonly GraphProblem[]
  /** What it took: parts of formulas, each time one was computed. */
  readonly work: number
}

/** Draws a graph; on the sheet it has no table. */
export function shownGraph(settings: GraphSettings, { hasTable = settings.hasValues } = {}): ShownGraph {
  const drawn = drawGraph(settings)
  const { functions, points, areas, problems } = drawn.read
  const told =
    settings.alt ||
    toldOf(drawn, settings)
      .map(({ name, values }) => word(name, values))
      .join(' ')
  const notDrawn = problems.flatMap(({ part, line }) =>
    part === 'x' || part === 'y' ? [] : [settings[part].split('\n')[line - 1]!.trim()],
  )
  const isEmpty = functions.length + points.length + areas.length === 0
  const parts = html`${(!isEmpty || notDrawn.length === 0) && svgOf(drawn, told)}${legend(functions)}
    ${notDrawn.map((line) => html`<p>${word('graph.notDrawn', { line })}</p>`)}
    ${hasTable && functions.length > 0 && values(settings, drawn)}`
  return { html: parts, told, problems, work: drawn.read.work() }
}

/** The line of each function beside its formula. */
function legend(functions: readonly GraphFunction[]): SafeHtml {
  if (functions.length === 0) return html``
  return html`<ul class="graph-lines">
    ${functions.map((each, at) => html`<li>${lineSample(at)} ${formulaOf(each)}</li>`)}
  </ul>`
}

function formulaOf({ name, tex, conditionTex, typed }: GraphFunction): SafeHtml {
  // A letter is written as one; longer names stand upright, as words do.
  const called = name.length === 1 ? name : `\\mathrm{${name.replaceAll('_', '\\_')}}`
  const made = mathOf(`${called}(x) = ${tex}${conditionTex === null ? '' : `\\quad (${conditionTex})`}`, false)
  return 'math' in made ? trusted(serializeOuter(made.math)) : html`<code>${inText(typed)}</code>`
}

/** The values of the functions at the lines of the grid. */
function values({ xName }: GraphSettings, { read }: Drawn): SafeHtml {
  const said = (value: number): string => (Number.isNaN(value) ? word('graph.noValue') : number(value))
  return html`<details class="graph-values">
    <summary>${word('graph.values')}</summary>
    <table>
      <thead>
        <tr>
          <th scope="col">${inText(xName || 'x')}</th>
          ${read.functions.map(({ name }) => html`<th scope="col">${name}(x)</th>`)}
        </tr>
      </thead>
      <tbody>
        ${ticksOf(read.x, 'x').map(
          (x) =>
            html`<tr>
              <th scope="row">${number(x)}</th>
              ${read.functions.map(({ valueOf }) => html`<td>${said(valueOf(x))}</td>`)}
            </tr>`,
        )}
      </tbody>
    </table>
  </details>`
}
