import { shownGraph } from '../../../core/graphs/shown.ts'
import type { GraphProblem } from '../../../core/graphs/read.ts'
import { settingsFrom } from '../../../core/graphs/settings.ts'
import { filledWord, fillSlots, saidWord, split } from '../../../core/html/slots.ts'
import english from '../../../core/words/en/graph.json'
import { englishSay } from '../english-say.ts'

/** What an author is shown of a graph: the drawing, what is told of it, and what can't be drawn. */
export interface Drawing {
  readonly html: string
  readonly told: string
  readonly problems: readonly GraphProblem[]
}

const say = englishSay('graph', english)

/** Draws the graph with these attributes. */
export function drawingOf(attrs: Readonly<Record<string, unknown>>): Drawing {
  const { html, told, problems } = shownGraph(settingsFrom(attrs), { hasTable: false })
  return {
    html: fillSlots(split(html.text), (slot) => filledWord(slot, say)),
    told: fillSlots(split(told), (slot) => saidWord(slot, say)),
    problems,
  }
}
