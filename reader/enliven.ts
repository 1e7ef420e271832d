import { makeAccordion } from './accordion.ts'
import { makeExercise } from './exercise.ts'
import { makePractice } from './practice.ts'
import { makePopUp } from './pop-up.ts'
import { fitSealedFrames } from './sealed.ts'
import { makeTabs } from './tabs.ts'

/** Brings the pieces of some published text to life. */
export function enliven(root: ParentNode): void {
  const all = (selector: string): HTMLElement[] => [...root.querySelectorAll<HTMLElement>(selector)]
  // From the inside out: what an outer piece moves keeps what its inner ones have become.
  for (const piece of all('.tabs:not(.is-live)').reverse()) makeTabs(piece)
  for (const piece of all('.accordion:not(.is-live)').reverse()) makeAccordion(piece)
  for (const piece of all('.practice')) makePractice(piece)
  for (const piece of all('details.pop-up')) makePopUp(piece as HTMLDetailsElement)
  makeExercise(root)
  fitSealedFrames(all('iframe.html-piece') as HTMLIFrameElement[])
}
