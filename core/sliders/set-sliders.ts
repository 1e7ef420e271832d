import { holdingHtml } from '../html/held.ts'
import { word } from '../html/slots.ts'
import { slider } from '../kinds/slider/kind.ts'
import { html } from '../tree/template.ts'
import { everyElement, hasClass, type HtmlNode } from '../tree/tree.ts'
import { sliderFrom } from './read.ts'
import { shownSlider } from './shown.ts'

/** So much is computed for the sliders of one page, in parts of formulas: some hundred usual ones. */
const MOST_OF_A_PAGE = 200_000
/** The same for a post, an answer, a comment: many of them may be shown at once. */
const MOST_OF_A_PASSAGE = 40_000

/**
 * Computes the sliders among written elements, one at each step. What was made is put in by `putIn` when all is HTML.
 */
export function* setSliders(
  nodes: readonly HtmlNode[],
  { isPassage = false } = {},
): Generator<void, { putIn: (written: string) => string }> {
  const { hold, putIn } = holdingHtml('slider')
  let left = isPassage ? MOST_OF_A_PASSAGE : MOST_OF_A_PAGE
  for (const each of [...everyElement(nodes)]) {
    if (each.tagName !== 'figure' || !hasClass(each, 'slider')) continue
    const made = left < 0 ? null : shownSlider(sliderFrom(slider.reads[0]?.read(each) ?? {}))
    left -= made?.work ?? 0
    each.childNodes.unshift(hold(made?.html.text ?? html`<p>${word('slider.tooMany')}</p>`.text))
    yield
  }
  return { putIn }
}
