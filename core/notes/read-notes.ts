import {
  attribute,
  declarations,
  element,
  everyElement,
  type HtmlElement,
  type HtmlNode,
  isElement,
  isText,
  textOf,
} from '../tree/tree.ts'
import { decodedPlace } from '../tree/addresses.ts'
import { NOTE_ROLE } from '../kinds/footnote/kind.ts'

/** What a mark in the text looks like: a number, a letter, a Roman number or a sign, perhaps in brackets. */
const MARK = /^\s*[[(]?\s*(\d{1,4}|[*†‡§¶#]{1,3}|[a-z]{1,2}|[ivxlc]{1,7})\s*[\])]?\.?\s*$/i
/** What a way back to the text looks like. */
const BACK = /^\s*[↩↑^⏎←][\uFE0E\uFE0F]?\d*\s*$/u
const HOLDERS = new Set(['ol', 'ul', 'dl', 'section', 'aside', 'div', 'footer'])

const fragmentOf = (link: HtmlElement): string | null => {
  const href = link.tagName === 'a' ? attribute(link, 'href') : undefined
  return href !== undefined && /^#.+/.test(href) ? decodedPlace(href.slice(1)) : null
}

const parentOf = ({ parentNode }: HtmlNode): HtmlElement | null =>
  parentNode && 'tagName' in parentNode ? parentNode : null

function closest(node: HtmlElement, tags: RegExp): HtmlElement | null {
  for (let at: HtmlElement | null = node; at; at = parentOf(at)) if (tags.test(at.tagName)) return at
  return null
}

/** The element that holds a note, from the place that its mark leads to. */
function noteAt(place: HtmlElement): HtmlElement | null {
  const block = closest(place, /^(li|aside|dd|p|div)$/)
  const around = block?.tagName === 'p' ? parentOf(block) : null
  // A note of several paragraphs, each in an element that is named for it.
  const isNamed =
    around && /^(li|aside|dd|div)$/.test(around.tagName) && /(ftn|edn|note|fn)/i.test(attribute(around, 'id') ?? '')
  return around && (isNamed || /^(li|aside|dd)$/.test(around.tagName)) ? around : block
}

/** What a mark is called, by itself or by what it alone stands in. */
function namesOf(mark: HtmlElement): string[] {
  const parent = parentOf(mark)
  return [mark, ...(parent?.tagName === 'sup' || parent?.tagName === 'span' ? [parent] : [])]
    .flatMap((each) => [attribute(each, 'id'), attribute(each, 'name')])
    .filter((name) => name !== undefined)
}

const isSaid = (mark: HtmlElement): boolean =>
  attribute(mark, 'role') === 'doc-noteref' ||
  attribute(mark, 'epub:type') === 'noteref' ||
  attribute(mark, 'data-footnote-ref') !== undefined

/** The ways back to a mark that a note holds. */
const backLinks = (note: HtmlElement, names: readonly string[]): HtmlElement[] =>
  [...everyElement(note.childNodes)].filter((link) => names.includes(fragmentOf(link) ?? '\u0000'))

interface Found {
  readonly mark: HtmlElement
  readonly note: HtmlElement
  readonly back: readonly HtmlElement[]
}

function pairs(roots: readonly HtmlNode[]): Found[] {
  const all = [...everyElement(roots)]
  const links = all.filter((each) => fragmentOf(each) !== null)
  if (links.length === 0) return []
  const places = new Map<string, HtmlElement>()
  for (const each of all)
    for (const name of [attribute(each, 'id'), each.tagName === 'a' ? attribute(each, 'name') : undefined])
      if (name !== undefined && !places.has(name)) places.set(name, each)
  const found: Found[] = []
  const passed = new Set<HtmlElement>()
  for (const mark of links) {
    if (passed.has(mark) || !MARK.test(textOf(mark))) continue
    const place = places.get(fragmentOf(mark)!)
    const note = place ? noteAt(place) : null
    if (!note || isWithin(mark, note) || !isNote(note)) continue
    const back = backLinks(note, namesOf(mark))
    if (back.length === 0 && !isSaid(mark)) continue
    for (const link of everyElement(note.childNodes)) passed.add(link)
    found.push({ mark, note, back: back.filter((link) => MARK.test(textOf(link)) || BACK.test(textOf(link))) })
  }
  return found
}

/** More elements than this no note has. */
const MOST_IN_NOTE = 300

/** Whether an element may be a note: not long, and without headings. */
function isNote(element: HtmlElement): boolean {
  let count = 0
  for (const { tagName } of everyElement([element]))
    if (++count > MOST_IN_NOTE || /^h[1-6]$/.test(tagName)) return false
  return true
}

function isWithin(node: HtmlElement, around: HtmlElement): boolean {
  for (let at: HtmlElement | null = node; at; at = parentOf(at)) if (at === around) return true
  return false
}

/**
 * Puts notes that stand apart, each linked with a mark in the text both ways or by its role, where their marks are: as
 * word processors, e-books and Markdown write them. The trees are changed in place.
 */
export function readNotes(roots: HtmlNode[]): void {
  const found = pairs(roots)
  const used = new Set<HtmlElement>()
  for (const { mark, note, back } of found) {
    for (const link of back) remove(link, roots)
    // A note that two marks lead to is said at both.
    const words = used.has(note) ? note.childNodes.map(copied) : note.childNodes
    used.add(note)
    const made = element('span', { role: NOTE_ROLE }, trimmed(words))
    made.sourceCodeLocation = mark.sourceCodeLocation ?? null
    replace(holderOf(mark), made, roots)
  }
  for (const note of used) removeWithHolders(note, roots)
}

/** What stands around a mark alone: it goes with it. */
function holderOf(mark: HtmlElement): HtmlElement {
  let holder = mark
  for (let at = parentOf(holder); at; at = parentOf(at)) {
    if (!/^(sup|span|b|i|u|font)$/.test(at.tagName) || textOf(at).trim() !== textOf(mark).trim()) break
    holder = at
  }
  return holder
}

function copied(node: HtmlNode): HtmlNode {
  if (!isElement(node)) return { ...node }
  return element(
    node.tagName,
    Object.fromEntries(node.attrs.map(({ name, value }) => [name, value])),
    node.childNodes.map(copied),
  )
}

/** Without the white space at both ends that parted the words from the way back. */
function trimmed(nodes: readonly HtmlNode[]): HtmlNode[] {
  const kept = nodes.filter((node, at) => {
    const isEdge = at === 0 || at === nodes.length - 1
    return !(isEdge && isText(node) && node.value.trim() === '')
  })
  trimEnd(kept)
  return kept
}

function trimEnd(nodes: readonly HtmlNode[]): void {
  const last = nodes.at(-1)
  if (!last) return
  if (isText(last)) last.value = last.value.replace(/[ \t\n\u00a0]+$/, '')
  else if (isElement(last)) trimEnd(last.childNodes)
}

/** The list that a node stands in: what holds it, or the roots. */
function siblingsOf(node: HtmlElement, roots: HtmlNode[]): HtmlNode[] {
  const parent = parentOf(node)
  return parent ? parent.childNodes : roots
}

function replace(node: HtmlElement, made: HtmlElement, roots: HtmlNode[]): void {
  const siblings = siblingsOf(node, roots)
  const at = siblings.indexOf(node)
  if (at < 0) return
  made.parentNode = node.parentNode
  siblings[at] = made
}

function remove(node: HtmlElement, roots: HtmlNode[]): void {
  const siblings = siblingsOf(node, roots)
  const at = siblings.indexOf(node)
  if (at >= 0) siblings.splice(at, 1)
}

/** Takes a note away, and what held notes alone: their list, its line and its heading. */
function removeWithHolders(note: HtmlElement, roots: HtmlNode[]): void {
  let gone = note
  for (let at = parentOf(note); at && HOLDERS.has(at.tagName); at = parentOf(at)) {
    remove(gone, roots)
    if (!isEmptyHolder(at)) return
    gone = at
  }
  remove(gone, roots)
}

function isEmptyHolder(holder: HtmlElement): boolean {
  const isOfNotes =
    attribute(holder, 'data-footnotes') !== undefined ||
    /^doc-(end|foot)notes$/.test(attribute(holder, 'role') ?? '') ||
    /(foot|end)notes?/.test(`${attribute(holder, 'class')} ${declarations(holder).get('mso-element')}`)
  return holder.childNodes.every(
    (node) =>
      (isText(node) && node.value.trim() === '') ||
      node.nodeName === '#comment' ||
      /^(hr|br)$/.test(node.nodeName) ||
      (isOfNotes && /^h[1-6]$/.test(node.nodeName)),
  )
}
