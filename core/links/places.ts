import type { Node } from 'prosemirror-model'
import { z } from 'zod'
import { equationNumber, numberedEquations } from '../kinds/equation/numbers.ts'
import { slug } from '../html/slug.ts'
import { headingLevel, isA, kindOf } from '../kinds/facts.ts'

/** A place on a page that a link can lead to by its name. */
export interface PagePlace {
  /** As the published page names it. */
  readonly place: string
  /** What an author knows it by. */
  readonly title: string
  readonly sort: 'heading' | 'named place' | 'piece' | 'equation'
  readonly position: number
  /** What stands for it where it is referred to, when that is not its title: the number of an equation. */
  readonly words?: string
  /** It has this name itself, and keeps it whatever its words become. */
  readonly isNamed: boolean
}

/** The places of a page as a browser asks for them. */
export const pagePlaces = z.array(
  z.object({ place: z.string(), title: z.string(), sort: z.enum(['heading', 'named place', 'piece', 'equation']) }),
)
export type AskedPlaces = z.infer<typeof pagePlaces>

/** So many are told of a page; who needs one further down names it. */
export const MOST_PLACES = 300

/**
 * The places of a page in their order. Headings without a name of their own are named after their words where the page
 * is published, with a number where that name is taken, as `renderPage` does it.
 */
export function placesOfPage(page: Node): PagePlace[] {
  const taken = new Set<string>()
  page.descendants((node) => void (typeof node.attrs.id === 'string' && taken.add(node.attrs.id)))
  const found: PagePlace[] = []
  page.descendants((node, position, parent) => {
    // What is said to an answer is not on the page until it is given.
    if (isA(node, 'feedback')) return false
    if (isA(node, 'displayEquation') && node.attrs.isNumbered === true) return false
    const own = typeof node.attrs.id === 'string' ? node.attrs.id : null
    const isHeading = headingLevel(node, parent) !== null
    const words = isA(node, 'namedPlace') ? placeTitle(node) : firstWords(node)
    if (own !== null) {
      const sort = isA(node, 'heading') ? 'heading' : isA(node, 'namedPlace') ? 'named place' : 'piece'
      found.push({ place: own, title: words || (sort === 'heading' ? '' : own), sort, position, isNamed: true })
    }
    // The title of a part has a name of its own beside that of its part.
    if (!isHeading || (own !== null && isA(node, 'heading'))) return true
    const place = freshName(slug(words), taken)
    if (own === null) found.push({ place, title: words, sort: 'heading', position, isNamed: false })
    return true
  })
  // After the headings, whose names are given first where the page is published.
  const later = [...equationPlaces(page, taken), ...popUpPlaces(page, taken)]
  return later.length === 0 ? found : [...found, ...later].sort((a, b) => a.position - b.position)
}

/** Pop-ups that have no name yet, by the words of their buttons: one gets a name when words of the page open it. */
function popUpPlaces(page: Node, taken: Set<string>): PagePlace[] {
  const found: PagePlace[] = []
  page.descendants((node, position) => {
    const title = isA(node, 'popUp') && node.attrs.id === null ? firstWords(node) : ''
    if (title !== '')
      found.push({ place: freshName(slug(title), taken), title, sort: 'piece', position, isNamed: false })
    return !node.isTextblock && !isA(node, 'feedback')
  })
  return found
}

/** So much of a formula tells it from others. */
const MOST_SHOWN_TEX = 60

/** Numbered equations: one that has no name of its own gets one when something leads to it. */
function equationPlaces(page: Node, taken: Set<string>): PagePlace[] {
  return numberedEquations(page).map(({ node, position, number }) => {
    const own = node.attrs.id as string | null
    const words = equationNumber(number)
    const tex = String(node.attrs.tex)
    const shown = tex.length > MOST_SHOWN_TEX ? `${tex.slice(0, MOST_SHOWN_TEX).trim()}…` : tex
    return {
      place: own ?? freshName('equation', taken),
      title: `Equation ${words}: ${shown}`,
      ...{ words, position, sort: 'equation', isNamed: own !== null },
    }
  })
}

/** What authors call a named place: its name, or its address where it came without one. */
export const placeTitle = ({ attrs }: Node): string => String(attrs.name) || String(attrs.id)

function freshName(stem: string, taken: Set<string>): string {
  let name = stem
  for (let number = 2; taken.has(name); number++) name = `${stem}-${number}`
  taken.add(name)
  return name
}

/** A note is none of the words of a heading, as `renderPage` has it. */
const wordsOf = (inline: Node): string =>
  inline.text ?? (isA(inline, 'footnote') ? '' : (kindOf(inline).inWords?.(inline) ?? ' '))

/** The first words of what has a place, such as the title of a tab. */
function firstWords(node: Node): string {
  const line = node.isTextblock ? node : node.firstChild
  return line?.isTextblock ? line.children.map(wordsOf).join('').trim() : ''
}
