import type { Node } from '@tiptap/pm/model'
import { shownChart } from '../../../core/charts/shown.ts'
import { filledWord, fillSlots, saidWord, split } from '../../../core/html/slots.ts'
import english from '../../../core/words/en/chart.json'
import { englishSay } from '../english-say.ts'

/** What an author is shown of a chart: the drawing, what is told of it, and what can't be drawn. */
export interface Drawing {
  readonly html: string
  readonly told: string
  readonly problems: readonly string[]
}

const say = englishSay('chart', english)

/** Draws the chart that a node is. */
export function drawingOf(node: Node): Drawing {
  const { html, told, problems } = shownChart(node)
  return {
    html: fillSlots(split(html.text), (slot) => filledWord(slot, say)),
    told: fillSlots(split(told), (slot) => saidWord(slot, say)),
    problems,
  }
}
