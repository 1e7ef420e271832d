import { ANCHOR } from '../kinds/heading/kind.ts'
import { decodedPlace } from '../tree/addresses.ts'
import { attribute, element, everyElement, type HtmlElement, type HtmlNode, isElement, textOf } from '../tree/tree.ts'
import { BLOCK } from './element-groups.ts'
import { nodeReading } from './read-rules.ts'
import { isBlank } from './recognise/walk.ts'
import { slug } from './slug.ts'

/** Elements that hold lines themselves: a place stands at their beginning. */
const HOLDS_LINES = new Set(['p', 'li', 'td', 'th', 'dt', 'dd', 'figcaption', 'caption', 'a', 'span'])
/** Elements whose first block has the place. */
const HOLDS_BLOCKS = new Set([
  'div',
  'section',
  'article',
  'main',
  'header',
  'ul',
  'ol',
  'dl',
  'blockquote',
  'table',
  'thead',
  'tbody',
  'tr',
  'figure',
])

/** The place on its own page that a link leads to; null when it leads elsewhere. */
function linkedPlace(each: HtmlElement): string | null {
  const href = each.tagName === 'a' ? attribute(each, 'href')?.trim() : undefined
  return href?.startsWith('#') ? decodedPlace(href.slice(1)) : null
}

/** The names of places that links within these nodes lead to. */
export function linkedPlaces(nodes: readonly HtmlNode[]): Set<string> {
  const linked = new Set<string>()
  for (const each of everyElement(nodes)) {
    const place = linkedPlace(each)
    if (place !== null) linked.add(place)
  }
  return linked
}

/** What an element is called as a place: its `id`, or the `name` by which anchors were named before (HTML 4.01). */
export const placeNameOf = (each: HtmlElement): string | undefined =>
  attribute(each, 'id') ?? (each.tagName === 'a' ? attribute(each, 'name') : undefined)

/** An anchor that leads nowhere: it can only be a place. */
export const isAnchor = (each: HtmlElement): boolean => each.tagName === 'a' && attribute(each, 'href') === undefined

/**
 * Makes places of what is named in other people's HTML: of each anchor that leads nowhere, and of whatever else has an
 * `id` that a link leads to, in these nodes or from outside (`linkedFromOutside`). Our own kinds keep theirs. Changes
 * the trees in place.
 */
export function placesApart(roots: HtmlNode[], linkedFromOutside?: ReadonlySet<string>): void {
  const linked = new Set(linkedFromOutside)
  const named: { readonly each: HtmlElement; readonly holder: Holder }[] = []
  const withAnchors: Holder[] = []
  const waiting: Holder[] = [{ childNodes: roots }]
  for (let holder = waiting.pop(); holder; holder = waiting.pop()) {
    let holdsAnchors = false
    for (const each of holder.childNodes) {
      if (!isElement(each)) continue
      const place = linkedPlace(each)
      if (place !== null) linked.add(place)
      if (isNamed(each)) {
        if (isAnchor(each)) holdsAnchors = true
        else named.push({ each, holder })
      }
      if (each.childNodes.length > 0) waiting.push(each)
    }
    if (holdsAnchors) withAnchors.push(holder)
  }
  for (const { each, holder } of named) {
    const name = placeNameOf(each)!
    if (linked.has(name) && !isOfAKind(each) && !isPartOfAKind(holder) && putPlace(each, name, linked))
      each.attrs = each.attrs.filter(({ name: key }) => key !== 'id')
  }
  // Inner ones first: what an anchor holds is taken out of it.
  for (const holder of withAnchors.reverse()) dissolve(holder, linked)
}

/** An element, or the roots. */
type Holder = { readonly childNodes: HtmlNode[] } | HtmlElement

const isNamed = (each: HtmlElement): boolean => ANCHOR.test(placeNameOf(each) ?? '')

/** What a kind understands with its name, and what stands in the line as a whole. */
function isOfAKind(each: HtmlElement): boolean {
  const reading = nodeReading(each)
  return reading !== null && (reading.type.isInline || reading.understands.includes('id'))
}

/** What stands right in a piece that reads its parts itself: a tab has its own name. */
function isPartOfAKind(holder: Holder): boolean {
  return 'tagName' in holder && nodeReading(holder)?.inside !== undefined
}

/**
 * In the place of anchors stand places and the words that were in them. One that is alone before a block names that
 * block. All of them at once: there may be very many.
 */
function dissolve(holder: Holder, linked: ReadonlySet<string>): void {
  const siblings = holder.childNodes
  const first = siblings.findIndex((node) => !isBlank(node))
  const begins = siblings[first]
  if (begins && isElement(begins) && isAnchor(begins) && isNamed(begins) && 'tagName' in holder)
    if (putOnHeading(holder, placeNameOf(begins)!, linked)) siblings.splice(first, 1, ...begins.childNodes)
  const backwards: HtmlNode[] = []
  let next: HtmlNode | null = null
  for (let node = siblings.pop(); node; node = siblings.pop()) {
    if (!isElement(node) || !isAnchor(node) || !isNamed(node)) {
      backwards.push(node)
      if (!isBlank(node)) next = node
      continue
    }
    const name = placeNameOf(node)!
    const isAlone = node.childNodes.every(isBlank)
    if (isAlone && next && isElement(next) && BLOCK.has(next.tagName) && putPlace(next, name, linked)) continue
    const place = element('span', { id: name })
    // What else the anchor says is told where the place is read.
    place.attrs.push(...node.attrs.filter((each) => each.name !== 'id' && each.name !== 'name'))
    place.sourceCodeLocation = node.sourceCodeLocation
    for (const each of [...node.childNodes.toReversed(), place]) {
      each.parentNode = node.parentNode
      backwards.push(each)
    }
    next = place
  }
  for (let node = backwards.pop(); node; node = backwards.pop()) siblings.push(node)
}

/** A heading has a place by its words already: a name is needed where it is another, or something leads to it. */
function putOnHeading(heading: HtmlElement, name: string, linked: ReadonlySet<string>): boolean {
  if (!/^h[1-6]$/.test(heading.tagName) || attribute(heading, 'id') !== undefined) return false
  if (linked.has(name) || slug(textOf(heading)) !== name) heading.attrs.push({ name: 'id', value: name })
  return true
}

/** Puts a place at the beginning of an element; false where none can stand. */
function putPlace(each: HtmlElement, name: string, linked: ReadonlySet<string>): boolean {
  let holder = each
  // No loop without an end: only broken HTML nests so deep without a word.
  for (let depth = 0; depth < 40 && HOLDS_BLOCKS.has(holder.tagName); depth++) {
    const first = holder.childNodes.find((node) => !isBlank(node))
    if (!first || !isElement(first)) {
      if (holder.tagName !== 'div') return false
      break
    }
    holder = first
  }
  if (putOnHeading(holder, name, linked)) return true
  if (!HOLDS_LINES.has(holder.tagName) && !/^(div|h[1-6])$/.test(holder.tagName)) return false
  const place = element('span', { id: name })
  place.parentNode = holder
  holder.childNodes.unshift(place)
  return true
}
