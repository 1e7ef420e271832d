import { slot, word } from '../html/slots.ts'
import { graph } from '../kinds/graph/kind.ts'
import { html, inText } from '../tree/template.ts'
import { everyElement, hasClass, type HtmlNode, text } from '../tree/tree.ts'
import { keepingLatest } from './latest.ts'
import { type GraphSettings, settingsFrom } from './settings.ts'
import { shownGraph } from './shown.ts'

/**
 * So much is computed for the graphs of one page, in parts of formulas: some hundred usual graphs. Nobody else is
 * answered meanwhile.
 */
const MOST_OF_A_PAGE = 1_500_000
/** The same for a post, an answer, a comment: many of them may be shown at once. */
const MOST_OF_A_PASSAGE = 300_000

/**
 * Draws the graphs among written elements, with what is told of them and a table of their values. What was drawn is
 * long, and is put in by `putIn` when all is HTML: until then a slot holds its place.
 */
export function setGraphs(
  nodes: readonly HtmlNode[],
  { isPassage = false } = {},
): { putIn: (written: string) => string } {
  const drawn: string[] = []
  let left = isPassage ? MOST_OF_A_PASSAGE : MOST_OF_A_PAGE
  for (const each of [...everyElement(nodes)]) {
    if (each.tagName !== 'figure' || !hasClass(each, 'graph')) continue
    const settings = settingsFrom(graph.reads[0]?.read(each) ?? {})
    const made = left < 0 ? null : kept(settings)
    left -= made?.work ?? 0
    each.childNodes.unshift(text(slot(`graph-${drawn.length}`)))
    drawn.push(made?.html ?? tooMany(settings))
  }
  return {
    putIn: (written) => drawn.reduce((html, each, at) => html.replace(slot(`graph-${at}`), () => each), written),
  }
}

const tooMany = ({ functions }: GraphSettings): string =>
  html`<p>${word('graph.tooMany')}</p>
    <p><code>${inText(functions)}</code></p>`.text

interface KeptGraph {
  readonly html: string
  readonly work: number
}

/** The latest that were drawn: most of a page that is published again is what it was. */
const keep = keepingLatest<KeptGraph>(200)

const kept = (settings: GraphSettings): KeptGraph =>
  keep(JSON.stringify(settings), () => {
    const { html: shown, work } = shownGraph(settings)
    return { html: shown.text, work }
  })
