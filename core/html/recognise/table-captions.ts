import { attribute, element, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { Recognised, Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, standIn } from './walk.ts'

/** The class with which word processors mark the paragraph that is a caption (common practice). */
const CAPTION = /(^|\s)(mso)?caption(\s|$)/i

const isCaption = (node: HtmlNode | undefined): node is HtmlElement =>
  node !== undefined && isElement(node) && node.tagName === 'p' && CAPTION.test(attribute(node, 'class') ?? '')
const isTable = (node: HtmlNode | undefined): node is HtmlElement =>
  node !== undefined && isElement(node) && node.tagName === 'table'
const hasCaption = (table: HtmlElement): boolean =>
  elementsOf(table.childNodes).some(({ tagName }) => tagName === 'caption')
/** A table that is drawn, as we publish it: its caption is that of the drawing. */
const isChart = (figure: HtmlElement): boolean => attribute(figure, 'data-form') !== undefined
const hasRows = (table: HtmlElement): boolean =>
  elementsOf(table.childNodes).some(
    ({ tagName, childNodes }) => tagName === 'tr' || elementsOf(childNodes).some((row) => row.tagName === 'tr'),
  )

/** The table with the words as its caption, in the place of both. */
function joined(table: HtmlElement, words: HtmlElement, count: number): Recognised {
  const made = standIn('table', {}, [element('caption', {}, words.childNodes), ...table.childNodes], table)
  made.attrs = table.attrs
  return { count, replacement: made, message: 'The caption that stood beside a table became its caption.' }
}

/** The next node but white space, with how many nodes there are up to it. */
function next(siblings: readonly HtmlNode[], index: number): { node: HtmlNode | undefined; count: number } {
  let at = index + 1
  while (at < siblings.length && isBlank(siblings[at]!)) at++
  return { node: siblings[at], count: at - index + 1 }
}

/** A paragraph that a word processor calls a caption, right before a table or right after it. */
export const captionBesideTable: Recogniser = {
  name: 'caption beside a table',
  recognise(siblings, index) {
    const [first, { node: second, count }] = [siblings[index], next(siblings, index)]
    const [table, words] = isTable(first) ? [first, second] : [second, first]
    return isTable(table) && isCaption(words) && !hasCaption(table) && hasRows(table)
      ? joined(table, words, count)
      : null
  },
}

/** A figure that holds a table and its caption, and nothing else (HTML Standard, “The figure element”). */
export const figureOfTable: Recogniser = {
  name: 'figure of a table',
  recognise(siblings, index) {
    const figure = siblings[index]
    if (!figure || !isElement(figure) || figure.tagName !== 'figure' || isChart(figure)) return null
    const inside = figure.childNodes.filter((node) => !isBlank(node))
    const table = inside.find(isTable)
    const words = elementsOf(inside).find(({ tagName }) => tagName === 'figcaption')
    return table && words && inside.length === 2 && !hasCaption(table) && hasRows(table)
      ? joined(table, words, 1)
      : null
  },
}
