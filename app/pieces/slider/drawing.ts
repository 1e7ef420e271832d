import { filledWord, fillSlots, split } from '../../../core/html/slots.ts'
import { type SliderProblem, sliderFrom } from '../../../core/sliders/read.ts'
import { shownSlider } from '../../../core/sliders/shown.ts'
import english from '../../../core/words/en/slider.json'
import { makeSlider } from '../../../reader/slider.ts'
import { englishSay } from '../english-say.ts'

/** What an author is shown of a slider: as it is published, what can't be shown, and the script that makes it move. */
export interface Drawing {
  readonly html: string
  readonly problems: readonly SliderProblem[]
  readonly enliven: typeof makeSlider
}

const say = englishSay('slider', english)

/** Computes the slider with these attributes. */
export function drawingOf(attrs: Readonly<Record<string, unknown>>): Drawing {
  const { html, problems } = shownSlider(sliderFrom(attrs))
  return { html: fillSlots(split(html.text), (slot) => filledWord(slot, say)), problems, enliven: makeSlider }
}
