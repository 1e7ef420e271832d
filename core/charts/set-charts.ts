import type { Node } from 'prosemirror-model'
import { holdingHtml } from '../html/held.ts'
import { word } from '../html/slots.ts'
import { html } from '../tree/template.ts'
import {
  attribute,
  element,
  everyElement,
  hasClass,
  type HtmlElement,
  type HtmlNode,
  isElement,
  text,
} from '../tree/tree.ts'
import { shownChart } from './shown.ts'

/** So many cells are drawn on one page, some hundred usual charts: the drawings of more are longer than any page. */
const MOST_CELLS = 12_000

/**
 * Draws the charts among written elements above their tables, one at each step, and folds away the tables that are to
 * be; `nodeOf` gives the node an element was written for. What was drawn is put in by `putIn` when all is HTML.
 */
export function* setCharts(
  elements: readonly HtmlNode[],
  nodeOf: (element: HtmlElement) => Node | null,
): Generator<void, { putIn: (written: string) => string }> {
  const { hold, putIn } = holdingHtml('chart')
  let left = MOST_CELLS
  for (const each of [...everyElement(elements)]) {
    if (each.tagName !== 'figure' || !hasClass(each, 'chart')) continue
    const node = nodeOf(each)
    if (!node) continue
    left -= cellsOf(node)
    const drawing = left < 0 ? html`<p>${word('chart.tooMany')}</p>`.text : shownChart(node).html.text
    if (attribute(each, 'data-table') === 'folded' && left >= 0 && drawing !== '') foldTable(each)
    each.childNodes.unshift(hold(drawing))
    yield
  }
  return { putIn }
}

const cellsOf = (chart: Node): number => chart.firstChild!.children.reduce((sum, row) => sum + row.childCount, 0)

function foldTable(figure: HtmlElement): void {
  figure.childNodes = figure.childNodes.map((child) =>
    isElement(child) && child.tagName === 'table'
      ? element('details', { class: 'graph-values' }, [element('summary', {}, [text(word('chart.values'))]), child])
      : child,
  )
}
