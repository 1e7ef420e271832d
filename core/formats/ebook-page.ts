import { type Say } from '../words/say.ts'
import { parseFragment } from 'parse5'
import type { Node } from 'prosemirror-model'
import { renderBlocks, renderPage, sealedPieces } from '../html/render.ts'
import { fillSlots, filledWord } from '../html/slots.ts'
import { isNewWindowSaid } from '../links/new-window.ts'
import { decodedPlace } from '../tree/addresses.ts'
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
import { rename } from '../kinds/part/kinds.ts'
import { type Practice, practicesOf } from '../kinds/practice/practices.ts'
import { isA } from '../kinds/facts.ts'

/** Where things are in what goes out. */
export interface EbookPlaces {
  /** Says what the reading room says, in the language of the book. */
  readonly say: Say
  /** Where a picture of the shelf is; null when it can't be had. */
  picture: (item: string) => string | null
  /**
   * Where another text of the book is, by the id of its entry, and a place in it (empty for its beginning); null when
   * it is not in the book.
   */
  chapter: (entryId: string, place: string) => string | null
  /** What a place of this page is called where it goes; its own name when left out. */
  place?: (id: string) => string
  /** What stands for an HTML piece, which only a browser runs; words that name it when left out. */
  run?: (piece: Node) => HtmlElement
  /** Practice questions can be tried by oneself: fields to choose, and the answers folded beneath. */
  readonly hasAnswers?: boolean
}

/**
 * The body of a page in its e-book form: what folds is `details`, tabs and accordions are headings with what is under
 * them, questions show what there is to choose from, and what only runs in a browser is named. Links lead to places
 * that are there.
 */
export function ebookPage(page: Node, places: EbookPlaces, number = ''): HtmlNode[] {
  const nodes = parseFragment(
    fillSlots(renderPage(page).segments, (slot) =>
      slot.startsWith('sealed-') ? slot : (filledWord(slot, places.say) ?? ''),
    ),
  ).childNodes
  const ids = new Set<string>()
  const practices = new Map<string, Practice>(
    places.hasAnswers ? practicesOf(page).map((practice) => [practice.name, practice]) : [],
  )
  const body: Body = { page, places, ids, practices, pieces: sealedPieces(page).map(({ node }) => node) }
  for (const node of everyElement(nodes)) {
    const id = attribute(node, 'id')
    // XML holds no place twice; the first keeps its name.
    if (id !== undefined && ids.has(id)) drop(node, 'id')
    else if (id !== undefined) ids.add(id)
  }
  let section = 0
  const change = (list: readonly HtmlNode[], isTop: boolean): HtmlNode[] =>
    list.flatMap((node): HtmlNode[] => {
      if (!isElement(node)) return [node]
      const replaced = inEbook(node, body)
      if (replaced !== node)
        return replaced === null ? [] : Array.isArray(replaced) ? change(replaced, false) : [replaced]
      const answers = hasClass(node, 'practice') ? answersOf(node, body) : null
      node.childNodes = change(node.childNodes, false)
      if (answers) node.childNodes.push(answers)
      move(node, body)
      if (isTop && number !== '' && node.tagName === 'h2')
        node.childNodes.unshift(element('span', { class: 'number' }, [text(`${number}.${++section} `)]))
      return [node]
    })
  return change(nodes, true)
}

/** The places of a page that links can lead to, as its e-book form has them. */
function placesOf(page: Node): ReadonlySet<string> {
  const { childNodes } = parseFragment(fillSlots(renderPage(page).segments, () => ''))
  return new Set([...everyElement(childNodes)].flatMap((node) => attribute(node, 'id') ?? []))
}

/** Says which of these places a chapter has; each chapter is looked at when the first link asks. */
export function placeFinder(
  chapters: readonly { readonly id: string; readonly page: Node }[],
): (chapterId: string, place: string) => boolean {
  const known = new Map<string, ReadonlySet<string>>()
  return (chapterId, place) => {
    const chapter = chapters.find(({ id }) => id === chapterId)
    if (!chapter || place === '') return false
    if (!known.has(chapterId)) known.set(chapterId, placesOf(chapter.page))
    return known.get(chapterId)!.has(place)
  }
}

interface Body {
  readonly page: Node
  readonly places: EbookPlaces
  /** The places of the page. */
  readonly ids: ReadonlySet<string>
  readonly practices: ReadonlyMap<string, Practice>
  readonly pieces: readonly Node[]
}

function drop(node: HtmlElement, ...names: string[]): void {
  node.attrs = node.attrs.filter(({ name }) => !names.includes(name))
}

/** An element as an e-book has it: itself, another, its content alone, or nothing (null). */
function inEbook(node: HtmlElement, body: Body): HtmlElement | HtmlNode[] | null {
  const { tagName } = node
  const { places } = body
  if (
    tagName === 'form' ||
    tagName === 'button' ||
    hasClass(node, 'practice-send') ||
    hasClass(node, 'practice-result') ||
    hasClass(node, 'own-answer') ||
    hasClass(node, 'bank-question')
  )
    return null
  // The box of a task says whether it is done; it is no field.
  if (isBoxOfTask(node)) {
    if (attribute(node, 'disabled') === undefined) node.attrs.push({ name: 'disabled', value: '' })
    return node
  }
  if (tagName === 'input') return places.hasAnswers ? field(node) : null
  if (tagName === 'label' && !places.hasAnswers && !isTask(node)) {
    // There is nothing to press beside it.
    rename(node, 'p')
    return node
  }
  if (tagName === 'iframe') return frame(node, body)
  if (tagName === 'img') return picture(node, places)
  if (isNewWindowSaid(node)) return null
  if (tagName === 'a') return link(node, body)
  return node
}

const isTask = ({ childNodes: [first] }: HtmlElement): boolean =>
  first !== undefined && isElement(first) && isBoxOfTask(first)

/** The answers of questions have names, by which they are sent. */
const isBoxOfTask = (node: HtmlElement): boolean => node.tagName === 'input' && attribute(node, 'name') === undefined

/** Places, and what refers to them, are called as they are where the page goes. */
function move(node: HtmlElement, { places, ids }: Body): void {
  const { place } = places
  if (!place) return
  for (const attr of node.attrs) {
    if (attr.name === 'id') attr.value = place(attr.value)
    if (attr.name === 'aria-labelledby' && ids.has(attr.value)) attr.value = place(attr.value)
  }
}

/** A choice without a form around it: its group is its question's own. */
function field(node: HtmlElement): HtmlElement {
  const form = attribute(node, 'form') ?? ''
  drop(node, 'form', 'name')
  node.attrs.push({ name: 'name', value: form })
  return node
}

function answersOf(node: HtmlElement, { page, practices, places: { say } }: Body): HtmlElement | null {
  const practice = practices.get(attribute(node, 'id') ?? '')
  if (!practice) return null
  const lines: HtmlElement[] = []
  practice.node.forEach((answer, offset) => {
    if (!isA(answer, 'answer')) return
    const [words, feedback] = [answer.child(0), answer.child(1)]
    const position = practice.position + 1 + offset + 1 + words.nodeSize
    const told = parseFragment(
      fillSlots(
        renderBlocks(page, feedback, position + 1, { arePlaces: false }).written,
        (slot) => filledWord(slot, say) ?? '',
      ),
    ).childNodes
    lines.push(
      element('li', {}, [
        element('p', {}, [
          element('strong', {}, [text(`${say(answer.attrs.isRight ? 'pieces.rightAnswer' : 'pieces.wrongAnswer')} `)]),
          text(words.textContent),
        ]),
        ...told,
      ]),
    )
  })
  return element('details', { class: 'solution' }, [
    element('summary', {}, [text(say('exercise.answers'))]),
    element('ul', {}, lines),
  ])
}

function frame(node: HtmlElement, { places, pieces }: Body): HtmlElement {
  const piece = pieces[Number(/^sealed-(\d+)$/.exec(attribute(node, 'src') ?? '')?.[1] ?? -1)]
  if (piece && places.run) return places.run(piece)
  return element('p', {}, [
    text(places.say('pieces.runsHere', { title: attribute(node, 'title') || places.say('pieces.untitledPiece') })),
  ])
}

function picture(node: HtmlElement, places: EbookPlaces): HtmlElement {
  const item = /^\/files\/([\w-]+)\//.exec(attribute(node, 'src') ?? '')?.[1]
  const file = item === undefined ? null : places.picture(item)
  if (file === null) return element('p', {}, [text(attribute(node, 'alt') || places.say('pieces.noPicture'))])
  return element('img', { src: file, alt: attribute(node, 'alt') ?? '' })
}

function link(node: HtmlElement, { places, ids }: Body): HtmlElement | HtmlNode[] {
  const href = attribute(node, 'href') ?? ''
  const title = attribute(node, 'title') ?? null
  if (/^(https?|mailto|tel):/i.test(href)) {
    drop(node, 'target', 'rel', 'href')
    // As the URL Standard writes it: authors' addresses may hold spaces and quotation marks.
    node.attrs.push({ name: 'href', value: new URL(href).href })
    return node
  }
  const place = /^#(.+)$/.exec(href)?.[1]
  if (place !== undefined) {
    const own = decodedPlace(place)
    if (!ids.has(own)) return node.childNodes
    drop(node, 'href')
    node.attrs.push({ name: 'href', value: `#${encodeURIComponent(places.place?.(own) ?? own)}` })
    return node
  }
  const [, entry, within = ''] = /^(?:\/read\/[\w-]+\/)?([\w-]+)(?:#(.*))?$/.exec(href) ?? []
  const file = entry === undefined ? null : places.chapter(entry, decodedPlace(within))
  return file === null ? node.childNodes : element('a', { href: file, title }, node.childNodes)
}
