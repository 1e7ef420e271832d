import { parse, parseFragment } from 'parse5'
import { type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'
import { finished, withSigns } from './unfinished.ts'
import type { ReadReport } from './report.ts'
import { tellUnfinished, tellUntaken } from './untaken.ts'
import { parseWatched } from './watched-parser.ts'

/** Words are kept that are shown where no script runs: none does in a page. */
const OPTIONS = { scriptingEnabled: false }
/** How a whole document begins. */
const WHOLE = /^\s*<(!doctype|html|head|body)/i

/**
 * The nodes of a fragment, or of the body of a whole document. What the parser takes no account of, so that no reader
 * of its nodes hears of it, is told to the report; what is begun and never finished stays as words.
 */
export function parsed(unsafeHtml: string, report: ReadReport): HtmlNode[] {
  const { text, found } = finished(unsafeHtml)
  const isWhole = WHOLE.test(text)
  const watched = parseWatched(text, isWhole)
  if (found.length > 0) withSigns(watched.nodes)
  tellUnfinished(report, found)
  tellUntaken(report, watched)
  return isWhole ? bodyOf(watched.nodes) : watched.nodes
}

/** The same where nobody asks what the parser leaves out; what is never finished is told. */
export function parsedQuickly(unsafeHtml: string, report: ReadReport): HtmlNode[] {
  const { text, found } = finished(unsafeHtml)
  tellUnfinished(report, found)
  const isWhole = WHOLE.test(text)
  const nodes = (isWhole ? parse(text, OPTIONS) : parseFragment(text, OPTIONS)).childNodes
  if (found.length > 0) withSigns(nodes)
  return isWhole ? bodyOf(nodes) : nodes
}

/** The root of a document without its head: it may say a language or a direction for all of it. */
function bodyOf(nodes: readonly HtmlNode[]): HtmlNode[] {
  const root = nodes.find(isElement)
  if (!root) return []
  root.childNodes = root.childNodes.filter((node) => !(isElement(node) && node.tagName === 'head'))
  return [root]
}

/** The nodes within wrappers that hold everything, and these: `html`, `body`, `main`, `article` standing alone. */
export function outer(nodes: HtmlNode[]): { readonly inside: HtmlNode[]; readonly wrappers: readonly HtmlElement[] } {
  const real = nodes.filter((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  const only = real[0]
  if (real.length !== 1 || !only || !isElement(only) || !['html', 'body', 'main', 'article'].includes(only.tagName))
    return { inside: nodes, wrappers: [] }
  const { inside, wrappers } = outer(only.childNodes)
  return { inside, wrappers: [only, ...wrappers] }
}
