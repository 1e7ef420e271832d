import { freeId } from '../tree/free-id.ts'
import {
  attribute,
  element,
  everyElement,
  type HtmlElement,
  type HtmlNode,
  isElement,
  text,
  textOf,
} from '../tree/tree.ts'

/** A term of a page, as its students read it. */
export interface Term {
  readonly term: string
  readonly definition: string
  /** The place on the page where it is defined. */
  readonly id: string
}

const isTerm = (node: HtmlElement): boolean =>
  node.tagName === 'dfn' && attribute(node, 'data-definition') !== undefined

/** Terms that stand in no link: a link in a link is none (HTML Standard, “The a element”). */
function* termsIn(nodes: readonly HtmlNode[], isLinked = false): Generator<{ node: HtmlElement; isLinked: boolean }> {
  for (const node of nodes) {
    if (!isElement(node)) continue
    if (isTerm(node)) yield { node, isLinked }
    else yield* termsIn(node.childNodes, isLinked || /^(a|summary|label|button)$/.test(node.tagName))
  }
}

/**
 * Lists the terms among written elements at their end, in the order of the page, each once; where a term stands, its
 * words lead to its definition, which leads back to the first of them (roles of DPUB-ARIA 1.1). `taken` are the names
 * of places that there are; `say` gives the words of the list.
 */
export function setTerms(
  nodes: HtmlNode[],
  taken: Set<string>,
  say: { readonly terms: string; readonly back: string },
): Term[] {
  const known = new Map<string, Term & { readonly from: string }>()
  for (const { node, isLinked } of [...termsIn(nodes)]) {
    const definition = attribute(node, 'data-definition') ?? ''
    const term = textOf(node).trim()
    node.attrs = node.attrs.filter(({ name }) => name !== 'data-definition')
    if (term === '' || definition.trim() === '') continue
    const key = JSON.stringify([term.toLowerCase(), definition])
    const first = known.get(key)
    const number = known.size + 1
    const entry = first ?? {
      term,
      definition,
      id: freeId(`term-${number}`, taken),
      from: freeId(`term-use-${number}`, taken),
    }
    known.set(key, entry)
    if (!first) node.attrs.push({ name: 'id', value: entry.from })
    if (isLinked) continue
    const link = element('a', { href: `#${entry.id}`, class: 'term', role: 'doc-glossref' }, node.childNodes)
    for (const child of node.childNodes) child.parentNode = link
    node.childNodes = [link]
    link.parentNode = node
  }
  if (known.size === 0) return []
  const entries = [...known.values()].flatMap(({ term, definition, id, from }) => [
    element('dt', { id }, [text(term)]),
    element('dd', {}, [
      text(`${definition} `),
      element('a', { href: `#${from}`, role: 'doc-backlink', 'aria-label': say.back }, [text('↩')]),
    ]),
  ])
  nodes.push(
    element('section', { class: 'terms', role: 'doc-glossary', 'aria-label': say.terms }, [element('dl', {}, entries)]),
  )
  return [...known.values()].map(({ term, definition, id }) => ({ term, definition, id }))
}

/** Where there are no places to link to, a definition stands in brackets behind its term. */
export function bracketTerms(nodes: readonly HtmlNode[]): void {
  for (const each of everyElement(nodes)) {
    if (!isTerm(each)) continue
    const definition = attribute(each, 'data-definition') ?? ''
    each.attrs = []
    each.childNodes.push(element('small', { class: 'note-here' }, [text(` (${definition})`)]))
  }
}
