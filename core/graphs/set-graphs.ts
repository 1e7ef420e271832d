import type { Node } from 'prosemirror-model'
import { holdingHtml } from '../html/held.ts'
import { word } from '../html/slots.ts'
import { isA } from '../kinds/facts.ts'
import { graph } from '../kinds/graph/kind.ts'
import { html, inText } from '../tree/template.ts'
import { everyElement, hasClass, type HtmlNode } from '../tree/tree.ts'
import { keepingLatest } from './latest.ts'
import { type GraphSettings, settingsFrom } from './settings.ts'
import { shownGraph } from './shown.ts'

/**
 * So much is computed for the graphs of one page, in parts of formulas: some hundred usual graphs. It takes about a
 * second: where others wait to be answered, they are drawn ahead.
 */
const MOST_OF_A_PAGE = 1_500_000
/** The same for a post, an answer, a comment: many of them may be shown at once. */
const MOST_OF_A_PASSAGE = 150_000

/**
 * Draws the graphs among written elements, with what is told of them and a table of their values. What was drawn is
 * put in by `putIn` when all is HTML.
 */
export function setGraphs(
  nodes: readonly HtmlNode[],
  { isPassage = false } = {},
): { putIn: (written: string) => string } {
  const { hold, putIn } = holdingHtml('graph')
  let left = isPassage ? MOST_OF_A_PASSAGE : MOST_OF_A_PAGE
  for (const each of [...everyElement(nodes)]) {
    if (each.tagName !== 'figure' || !hasClass(each, 'graph')) continue
    const settings = settingsFrom(graph.reads[0]?.read(each) ?? {})
    const made = left < 0 ? null : kept(settings)
    left -= made?.work ?? 0
    each.childNodes.unshift(hold(made?.html ?? tooMany(settings)))
  }
  return { putIn }
}

/**
 * Draws the graphs of a page ahead, one at each step, as many as `setGraphs` will draw: it has them ready then. Between
 * the steps others can be answered.
 */
export function* drawAhead(page: Node): Generator<void, void> {
  const found: GraphSettings[] = []
  page.descendants((node) => {
    if (isA(node, 'graph')) found.push(settingsFrom(node.attrs))
    return !node.isTextblock
  })
  let left = MOST_OF_A_PAGE
  for (const settings of found) {
    if (left < 0) return
    left -= kept(settings).work
    yield
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
