import { makeAccordion } from './accordion.ts'
import { makeCarousel } from './carousel.ts'
import { makeExercise } from './exercise.ts'
import { makeOpenQuestion, makeSelfCheck } from './own-words.ts'
import { makePractice } from './practice.ts'
import { makePopUp } from './pop-up.ts'
import { fitSealedFrames } from './sealed.ts'
import { makeSlider } from './slider.ts'
import { makeTabs } from './tabs.ts'
import { makeTerms } from './terms.ts'
import { makeTurnedCards } from './turned-cards.ts'

/** Brings the pieces of some published text to life. */
export function enliven(root: ParentNode): void {
  const all = (selector: string): HTMLElement[] => [...root.querySelectorAll<HTMLElement>(selector)]
  // From the inside out: what an outer piece moves keeps what its inner ones have become.
  for (const piece of all('.tabs:not(.is-live)').reverse()) makeTabs(piece)
  for (const piece of all('.accordion:not(.is-live)').reverse()) makeAccordion(piece)
  for (const piece of all('.carousel:not(.is-live)').reverse()) makeCarousel(piece)
  for (const piece of all('.cards[data-turned]:not(.is-live)').reverse()) makeTurnedCards(piece)
  for (const piece of all('.slider:not(.is-live)')) makeSlider(piece)
  for (const piece of all('.practice')) makePractice(piece)
  for (const piece of all('details.pop-up')) makePopUp(piece as HTMLDetailsElement)
  for (const piece of all('.open-question:not(.is-live)')) makeOpenQuestion(piece)
  for (const list of all('ul.self-check:not(.is-live)')) makeSelfCheck(list)
  makeTerms(root)
  makeExercise(root)
  fitSealedFrames(all('iframe.html-piece') as HTMLIFrameElement[])
}
