import { attribute, type HtmlElement, isElement } from '../../tree/tree.ts'
import type { Recogniser } from './recogniser.ts'
import { elementsOf, isBlank, isPiece, standIn } from './walk.ts'

/** Classes that the pieces usually have which are made of parts (common practice), and what we call them. */
const CLASSES: readonly (readonly [called: RegExp, piece: string, words: string])[] = [
  [/^(steps|step-list|procedure)$/, 'steps', 'steps'],
  [/^timeline$/, 'timeline', 'a timeline'],
  [/^(cards|card-grid|card-list)$/, 'cards', 'cards'],
]
const HOLDER = /^(div|section|ol|ul)$/
const PART = /^(li|div|section|article)$/

const isHeading = (node: HtmlElement | undefined): boolean => /^h[1-6]$/.test(node?.tagName ?? '')

/** What it is by its class. A list whose entries have headings is a list: that is how ours are written. */
function pieceOf(holder: HtmlElement): (typeof CLASSES)[number] | null {
  const classes = (attribute(holder, 'class') ?? '').toLowerCase().split(/\s+/)
  return CLASSES.find(([pattern]) => classes.some((name) => pattern.test(name))) ?? null
}

/** What an entry begins with, if that is an element. */
function firstIn(entry: HtmlElement): HtmlElement | undefined {
  const first = entry.childNodes.find((node) => !isBlank(node))
  return first && isElement(first) ? first : undefined
}

/** Steps, timelines and cards: a holder whose entries have headings. */
export const partLists: Recogniser = {
  name: 'steps, timelines and cards',
  recognise(siblings, index) {
    const holder = siblings[index]
    if (!holder || !isElement(holder) || !HOLDER.test(holder.tagName) || isPiece(holder)) return null
    const found = pieceOf(holder)
    if (!found) return null
    const entries = elementsOf(holder.childNodes)
    const isWhole = holder.childNodes.every((node) => isBlank(node) || (isElement(node) && PART.test(node.tagName)))
    if (entries.length < 2 || !isWhole) return null
    const [, piece, words] = found
    const parts = entries.map((entry) => {
      const id = attribute(entry, 'id')
      const first = firstIn(entry)
      // Words right in an entry stay what it holds; a line of strong words alone is its title.
      const title = first && !isHeading(first) ? strongIn(first) : null
      const children = title
        ? [standIn('h3', {}, title.childNodes, title), ...entry.childNodes.filter((n) => n !== first)]
        : entry.childNodes
      return standIn('section', id ? { id } : {}, children, entry)
    })
    const start = attribute(holder, 'start')
    return {
      count: 1,
      replacement: standIn(
        'div',
        { 'data-piece': piece, ...(start && piece === 'steps' ? { start } : {}) },
        parts,
        holder,
      ),
      message: `A list of ${parts.length} parts under headings became ${words}.`,
    }
  },
}

/** The strong words that are all there is of a line. */
function strongIn(line: HtmlElement): HtmlElement | null {
  if (/^(strong|b)$/.test(line.tagName)) return line
  const only = line.tagName === 'p' ? line.childNodes.filter((node) => !isBlank(node)) : []
  const [first] = only
  return only.length === 1 && first && isElement(first) && /^(strong|b)$/.test(first.tagName) ? first : null
}
