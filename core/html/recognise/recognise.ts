import { attribute, type HtmlElement, type HtmlNode, isElement } from '../../tree/tree.ts'
import type { ReadReport } from '../report.ts'
import { tellDissolved } from './dissolved.ts'
import type { Recognised, Recogniser } from './recogniser.ts'
import { recognisers } from './registry.ts'

/** What a piece written by hand can begin with; nothing else is asked about. */
const BEGINS = new Set([
  'ul',
  'ol',
  'nav',
  'div',
  'form',
  'fieldset',
  'section',
  'article',
  'aside',
  'details',
  'dialog',
  'button',
  'input',
  'a',
  'p',
  'table',
  'figure',
  'dt',
  'header',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
])

/**
 * Puts our own form in the place of pieces that were written by hand in a usual way, everywhere under `roots`, and
 * tells the report what was taken for what. The trees are changed in place. A stack of its own: depth has no bound.
 */
export function recognise(roots: HtmlNode[], report: ReadReport): HtmlNode[] {
  const waiting: { childNodes: HtmlNode[] }[] = [{ childNodes: roots }]
  const top = waiting[0]!
  for (let holder = waiting.pop(); holder; holder = waiting.pop()) {
    if (needsLook(holder.childNodes)) holder.childNodes = replaced(holder.childNodes, report)
    for (const child of holder.childNodes) if (isElement(child) && child.childNodes.length > 0) waiting.push(child)
  }
  return top.childNodes
}

function needsLook(nodes: readonly HtmlNode[]): boolean {
  for (const node of nodes) if (isElement(node) && BEGINS.has(node.tagName)) return true
  return false
}

function replaced(nodes: HtmlNode[], report: ReadReport): HtmlNode[] {
  let found: HtmlNode[] | null = null
  for (let at = 0; at < nodes.length;) {
    const node = nodes[at]!
    const match =
      isElement(node) && BEGINS.has(node.tagName) && attribute(node, 'data-piece') === undefined
        ? firstMatch(nodes, at)
        : null
    if (!match) {
      found?.push(node)
      at++
      continue
    }
    found ??= nodes.slice(0, at)
    report.add('recognised', match.made.message, (node as HtmlElement).sourceCodeLocation)
    const { replacement, count } = tellDissolved(match.by, nodes, at, match.made, report)
    found.push(replacement)
    at += count
  }
  return found ?? nodes
}

function firstMatch(nodes: readonly HtmlNode[], index: number): { by: Recogniser; made: Recognised } | null {
  for (const by of recognisers) {
    const made = by.recognise(nodes, index)
    if (made) return { by, made }
  }
  return null
}
