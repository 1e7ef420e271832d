import { number, word } from '../html/slots.ts'
import { html, inText, type SafeHtml } from '../tree/template.ts'
import { type ReadSlider, readSlider, type SliderSettings } from './read.ts'

/**
 * A slider as it is published, with the slots of `slots.ts`: a table of its values at each stop, which is all of it on
 * paper and without script. The script of the reading room makes the slider of it.
 */
export function shownSlider(settings: SliderSettings): ReadSlider & { readonly html: SafeHtml } {
  const read = readSlider(settings)
  const notShown = read.problems.flatMap(({ line }) =>
    line === 0 ? [] : [settings.values.split('\n')[line - 1]!.trim()],
  )
  const parts = html`${read.stops.length > 0 && table(settings, read)}
    ${notShown.map((line) => html`<p>${word('slider.notShown', { line })}</p>`)}`
  return { ...read, html: parts }
}

function table({ quantity, unit }: SliderSettings, { stops, startAt, values }: ReadSlider): SafeHtml {
  const head = (name: string, of: string): SafeHtml =>
    html`<th scope="col">${inText(name)}${of !== '' && html` <span class="slider-unit">(${inText(of)})</span>`}</th>`
  return html`<details class="graph-values slider-values" open="">
    <summary>${word('slider.values')}</summary>
    <table>
      <thead>
        <tr>
          ${head(quantity || 'x', unit)}${values.map((each) => head(each.name, each.unit))}
        </tr>
      </thead>
      <tbody>
        ${stops.map(
          (stop, at) =>
            html`<tr${at === startAt && html` class="is-start"`}>
              <th scope="row">${number(stop)}</th>
              ${values.map((each) => cell(each.at[at]!))}
            </tr>`,
        )}
      </tbody>
    </table>
  </details>`
}

const cell = (value: number): SafeHtml =>
  Number.isNaN(value)
    ? html`<td>${word('slider.noValue')}</td>`
    : html`<td><data value="${value}">${number(value)}</data></td>`
