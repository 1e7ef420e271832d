import { parseFragment } from 'parse5'
import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { renderPage } from '../html/render.ts'
import { filledWord, fillSlots } from '../html/slots.ts'
import { sayIn } from '../words/say.ts'

const published = (html: string, language = 'en'): string => {
  const say = sayIn(language)
  return fillSlots(renderPage(readPage(`<h1>T</h1>${html}`).page).segments, (slot) => filledWord(slot, say))
}
const SLIDER =
  '<figure data-piece="slider" data-quantity="Length &lt;b>" data-unit="m" data-from="0.5" data-to="2" data-step="0.5" data-start="1" data-values="Stone (t) = 1.6x&#10;Gaps = 1/(x - 1.5)&#10;nothing"><figcaption>Walls</figcaption></figure>'

test('it is published as a table of all its values, which needs no script', () => {
  const html = published(SLIDER)
  expect(html).toContain('<th scope="col">Length &lt;b&gt; <span class="slider-unit">(m)</span></th>')
  expect(html.match(/<tr/g)).toHaveLength(5)
  expect(html.match(/class="is-start"/g)).toHaveLength(1)
  expect(html).toContain('<td><data value="2.4000000000000004">2.4</data></td>')
  expect(html).toContain('<td>none</td>')
  expect(html).toContain('<p>Not shown: nothing</p>')
  expect(html).toContain('<figcaption>Walls</figcaption>')
  const errors: string[] = []
  parseFragment(html, { sourceCodeLocationInfo: true, onParseError: ({ code }) => errors.push(code) })
  expect(errors).toEqual([])
})

test('its words and numbers are those of the course', () => {
  expect(published(SLIDER, 'ar')).toContain('كل القيم في جدول')
})

test('of more sliders than anybody moves, the last are told, not computed', () => {
  const html = published(SLIDER.replace('0.5" data-to="2" data-step="0.5', '0" data-to="60" data-step="1').repeat(120))
  const tables = html.match(/<table>/g)!.length
  expect(tables).toBeGreaterThan(60)
  expect(tables).toBeLessThan(120)
  expect(html.match(/too many sliders/g)).toHaveLength(120 - tables)
})
