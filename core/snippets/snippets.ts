import { Fragment, type Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { schema } from '../document/schema.ts'
import { isA } from '../kinds/facts.ts'
import type { SnippetValues } from '../kinds/snippet/kind.ts'
import { type DeclaredBlank, problemsOf } from '../templates/declared.ts'
import { fillTemplate } from '../templates/fill.ts'
import { isTouched, printOf } from './print.ts'

/**
 * A snippet as it is kept: a page, of which the title is what it is called, with its blanks. `version` counts its
 * states from 1.
 */
export interface Snippet {
  readonly id: string
  readonly version: number
  readonly page: Node
  readonly blanks: readonly DeclaredBlank[]
}

/** What stands below the title of a page. */
export const blocksOf = (page: Node): Fragment =>
  Fragment.fromArray(page.children.filter((node) => !isA(node, 'title')))

/**
 * What is kept of blocks as a snippet. What came from other snippets is taken out of its wrapping: none holds another,
 * or itself.
 */
export function snippetPage(title: string, blocks: Fragment): Node {
  const words = title === '' ? [] : [schema.text(title)]
  return schema.nodes.doc.create(null, [schema.nodes.title.create(null, words), ...nodesOf(apart(blocks))])
}

const nodesOf = (content: Fragment): readonly Node[] => content.content

function apart(content: Fragment): Fragment {
  const found: Node[] = []
  content.forEach((node) => {
    const inside = node.isTextblock ? node.content : apart(node.content)
    if (isA(node, 'snippet')) found.push(...nodesOf(inside))
    else found.push(inside.eq(node.content) ? node : node.copy(inside))
  })
  return Fragment.fromArray(found)
}

/**
 * What goes onto a page: the blocks of a snippet with values in its blanks. A value that does not fit its blank is left
 * out, and its example stays, open. `language` is that of the course (BCP 47).
 */
export function filledSnippet(
  { id, version, page, blanks }: Snippet,
  values: ReadonlyMap<string, string>,
  language: string,
): Node {
  const wrong = problemsOf(blanks, values)
  const known = blanks.flatMap(({ name }): SnippetValues => {
    const value = values.get(name)?.trim() ?? ''
    return value === '' || wrong.has(name) ? [] : [[name, value]]
  })
  return wrapped({ id, version }, blocksOf(fillTemplate(page, blanks, new Map(known), language)), known)
}

/** The blocks of a snippet as they are kept, with their blanks, to be changed on a page. */
export const unfilledSnippet = ({ page, ...of }: Snippet): Node => wrapped(of, blocksOf(page), [])

const wrapped = ({ id, version }: Pick<Snippet, 'id' | 'version'>, content: Fragment, values: SnippetValues): Node =>
  schema.nodes.snippet.create(
    { snippet: id, version, values: values.length > 0 ? values : null, print: printOf(content) },
    content,
  )

/** A place on a page where a snippet was put in. */
export interface SnippetPlace {
  readonly position: number
  readonly node: Node
  readonly isTouched: boolean
}

/** Where a page has a snippet, from above; what stands in another place of it is not one more. */
export function placesOfSnippet(page: Node, id: string): SnippetPlace[] {
  const found: SnippetPlace[] = []
  page.descendants((node, position) => {
    if (isA(node, 'snippet') && node.attrs.snippet === id) {
      found.push({ position, node, isTouched: isTouched(node) })
      return false
    }
    return !node.isTextblock
  })
  return found
}

/** Which snippets stand on a page: how often, and the oldest state of each. */
export function snippetsIn(page: Node): { snippet: string; places: number; oldest: number }[] {
  const found = new Map<string, { snippet: string; places: number; oldest: number }>()
  page.descendants((node) => {
    if (isA(node, 'snippet')) {
      const { snippet, version } = node.attrs as { snippet: string; version: number }
      const before = found.get(snippet) ?? { snippet, places: 0, oldest: version }
      found.set(snippet, { ...before, places: before.places + 1, oldest: Math.min(before.oldest, version) })
    }
    return !node.isTextblock
  })
  return [...found.values()]
}

/** What the blanks of something from a snippet were filled with, by their names. */
export const valuesOf = ({ attrs }: Node): ReadonlyMap<string, string> => new Map((attrs.values ?? []) as SnippetValues)

/** What carrying a snippet to a page has made of it. */
export interface Carried {
  readonly transform: Transform
  /** How many places were brought to its state. */
  readonly changed: number
  /** How many stayed as they are because they were changed by hand. */
  readonly stayed: number
}

/**
 * Brings places of a page to the state of a snippet, with the values they were filled with, `most` of them. Places in
 * which something was changed by hand stay as they are, unless `takesTouched`.
 */
export function carryInto(
  page: Node,
  snippet: Snippet,
  language: string,
  takesTouched: boolean,
  most = Infinity,
): Carried {
  const transform = new Transform(page)
  let [changed, stayed] = [0, 0]
  // From the end, no place moves another.
  for (const { position, node, isTouched: wasChanged } of placesOfSnippet(page, snippet.id).reverse()) {
    const filled = filledSnippet(snippet, valuesOf(node), language)
    if (filled.eq(node) || changed >= most) continue
    if (wasChanged && !takesTouched) stayed++
    else {
      transform.replaceWith(position, position + node.nodeSize, filled)
      changed++
    }
  }
  return { transform, changed, stayed }
}
