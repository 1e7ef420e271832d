import { Fragment, type Node } from 'prosemirror-model'
import { serializeOuter } from 'parse5'
import { practicesOf } from '../kinds/practice/practices.ts'
import { setCharts } from '../charts/set-charts.ts'
import { drawAhead, setGraphs } from '../graphs/set-graphs.ts'
import { sayNewWindows } from '../links/new-window.ts'
import { setEquations } from '../equations/set-equations.ts'
import { bracketNotes, setNotes } from '../notes/set-notes.ts'
import { highlight } from './highlighted.ts'
import { NOTE_ROLE } from '../kinds/footnote/kind.ts'
import { freeId } from '../tree/free-id.ts'
import { bracketTerms, setTerms, type Term } from '../terms/set-terms.ts'
import { fillContents, headingsIn, pieceAround, type PublishedHeading } from './contents-lists.ts'
import { slug } from './slug.ts'
import { atOnce } from '../tree/steps.ts'
import {
  attribute,
  element,
  everyElement,
  hasClass,
  type HtmlElement,
  type HtmlNode,
  isElement,
  isText,
  text,
  textOf,
} from '../tree/tree.ts'
import type { MessageName } from '../words/languages.ts'
import { setSliders } from '../sliders/set-sliders.ts'
import { setSpots } from './spots.ts'
import { type Segments, slot, split, word } from './slots.ts'
import { writeChildren } from './write.ts'
import { isA } from '../kinds/facts.ts'

/** Grows when the same page is written differently, so that editions can be rendered anew. */
export const RENDERER_VERSION = 12

export { publishedHeading, type PublishedHeading } from './contents-lists.ts'

export interface Rendered {
  readonly title: string
  readonly segments: Segments
  readonly headings: readonly PublishedHeading[]
  /** What the page defines. */
  readonly terms: readonly Term[]
}

/**
 * The body of a page as students receive it; the title is apart. Headings without a place of their own get one
 * from their words, so that each can be linked to; lists of contents are filled from them. Slots: `sealed-N` is the
 * address of the N-th HTML piece of the page (from 0), `result-NAME` what is said to an answer of a practice question,
 * `question-ID` a question of the bank as one reader has it,
 * `word-NAME` a message of the reading room, `number-N` a number (`slots.ts`).
 */
export function renderPage(page: Node): Rendered {
  return atOnce(renderInSteps(page))
}

/** `renderPage` in steps, between which a server can answer others; graphs are drawn one at each. */
export function* renderInSteps(page: Node): Generator<void, Rendered> {
  yield* drawAhead(page)
  const blocks = page.type.create(null, Fragment.from(page.content.content.slice(1)))
  const { written, headings, terms } = yield* blocksInSteps(page, blocks, page.firstChild?.nodeSize ?? 0)
  return { title: page.firstChild?.textContent ?? '', segments: written, headings, terms }
}

interface RenderedBlocks {
  readonly written: Segments
  readonly headings: PublishedHeading[]
  readonly terms: Term[]
}

/**
 * The children of a node of the page, whose content begins at `start`, as students receive them; with `arePlaces:
 * false` without places to link to.
 */
export function renderBlocks(
  page: Node,
  parent: Node,
  start: number,
  options: { arePlaces?: boolean } = {},
): RenderedBlocks {
  return atOnce(blocksInSteps(page, parent, start, options))
}

function* blocksInSteps(
  page: Node,
  parent: Node,
  start: number,
  { arePlaces = true }: { arePlaces?: boolean } = {},
): Generator<void, RenderedBlocks> {
  const positions = new Map<HtmlElement, number>()
  const elements = writeChildren(parent, 'published', start, (each, _node, position) => positions.set(each, position))
  yield
  highlight(elements)
  setEquations(elements)
  const graphs = setGraphs(elements, { isPassage: !arePlaces })
  const sliders = yield* setSliders(elements, { isPassage: !arePlaces })
  const charts = yield* setCharts(elements, (each) => page.nodeAt(positions.get(each) ?? -1))
  const writtenOf = (): string => {
    // Last: what is said of a link is none of the words of the heading it stands in.
    sayNewWindows(elements, word('room.opensWindow'))
    return sliders.putIn(charts.putIn(graphs.putIn(elements.map((each) => serializeOuter(each)).join('\n'))))
  }
  const taken = new Set<string>()
  sayOwnWords(elements)
  if (!arePlaces) {
    bracketNotes(elements)
    bracketTerms(elements)
    for (const each of everyElement(elements)) each.attrs = each.attrs.filter(({ name }) => name !== 'id')
    return { written: split(writtenOf()), headings: [], terms: [] }
  }
  for (const each of everyElement(elements)) {
    const id = attribute(each, 'id')
    if (id !== undefined) taken.add(id)
  }
  yield
  const headings = nameHeadings(elements, taken)
  for (const each of [...everyElement(elements)]) if (hasClass(each, 'labelled-picture')) setSpots(each, taken)
  setNotes(elements, taken, { notes: word('pieces.notes'), back: word('pieces.noteBack') })
  const terms = setTerms(elements, taken, { terms: word('pieces.terms'), back: word('pieces.noteBack') })
  finishPieces(page, elements, positions, headings)
  yield
  return { written: split(writtenOf()), headings, terms }
}

/** Puts into pieces what depends on where they stand in the page: `positions` are those of what was written. */
function finishPieces(
  page: Node,
  elements: readonly HtmlNode[],
  positions: ReadonlyMap<HtmlElement, number>,
  headings: readonly PublishedHeading[],
): void {
  const names = new Map(practicesOf(page).map(({ name, position }) => [position, name]))
  const sealed = sealedPieces(page)
  // As they were: what is put in is finished already.
  for (const each of [...everyElement(elements)]) {
    const position = positions.get(each) ?? -1
    if (hasClass(each, 'contents-list')) {
      each.attrs = each.attrs.filter(({ name }) => name !== 'aria-label')
      each.attrs.push({ name: 'aria-label', value: word('pieces.contents') })
      fillContents(each, headings, () => pieceAround(page, positions, each))
    } else if (hasClass(each, 'practice')) finishPractice(each, names.get(position) ?? '')
    else if (hasClass(each, 'bank-question'))
      each.childNodes.push(text(slot(`question-${attribute(each, 'data-question') ?? ''}`)))
    else if (hasClass(each, 'html-piece'))
      finishHtmlPiece(each, slot(`sealed-${sealed.findIndex((piece) => piece.position === position)}`))
  }
}

/** Gives a frame its address, and puts beneath it what stands in its place where nothing runs. */
function finishHtmlPiece(frame: HtmlElement, address: string): void {
  const instead = attribute(frame, 'data-instead')
  const attributes = Object.fromEntries(frame.attrs.map(({ name, value }) => [name, value]))
  if (instead === undefined) return void frame.attrs.push({ name: 'src', value: address })
  frame.nodeName = frame.tagName = 'div'
  frame.attrs = [{ name: 'class', value: 'with-instead' }]
  frame.childNodes = [
    element('iframe', { ...attributes, 'data-instead': null, src: address }),
    element('p', { class: 'instead' }, [text(instead)]),
  ]
}

/** The HTML pieces of a page in order, as slots and addresses number them. */
export function sealedPieces(page: Node): { node: Node; position: number }[] {
  const found: { node: Node; position: number }[] = []
  page.descendants((node, position) => {
    if (isA(node, 'htmlPiece')) found.push({ node, position })
    return !node.isTextblock
  })
  return found
}

/** Puts a message of the reading room in the place of an element's words. */
function sayWords(node: HtmlNode | undefined, name: MessageName): void {
  if (node && isElement(node)) node.childNodes = [text(word(name))]
}

/** What pieces say by themselves, in the language of the course. */
function sayOwnWords(elements: readonly HtmlNode[]): void {
  for (const each of everyElement(elements))
    if (hasClass(each, 'long-description')) sayWords(each.childNodes[0], 'pieces.description')
    else if (hasClass(each, 'call-out')) sayName(each)
    else if (hasClass(each, 'pop-up')) each.attrs.push({ name: 'data-close', value: word('pieces.close') })
    else if (hasClass(each, 'carousel')) sayPlaces(each)
    else if (hasClass(each, 'open-question')) finishOpenQuestion(each)
    else if (hasClass(each, 'self-check')) each.attrs.push({ name: 'data-kept', value: word('pieces.ticksKept') })
    else if (hasClass(each, 'tabs') && attribute(each, 'data-in-steps') !== undefined) sayWays(each)
    else if (hasClass(each, 'accordion') && attribute(each, 'data-opens') !== 'one')
      each.attrs.push(
        { name: 'data-open-all', value: word('pieces.openAll') },
        { name: 'data-close-all', value: word('pieces.closeAll') },
      )
}

/** Puts the field for one's own answer between a question and its model answer. */
function finishOpenQuestion(piece: HtmlElement): void {
  const at = piece.childNodes.findIndex((child) => isElement(child) && hasClass(child, 'model-answer'))
  const model = piece.childNodes[at]
  if (!model || !isElement(model)) return
  const [summary] = model.childNodes
  if (summary && isElement(summary) && summary.childNodes.length === 0) sayWords(summary, 'pieces.modelAnswer')
  const field = element('label', { class: 'own-answer', 'data-kept': word('pieces.keptHere') }, [
    element('span', {}, [text(word('pieces.ownAnswer'))]),
    element('textarea', { rows: '4', maxlength: '20000' }, []),
  ])
  piece.childNodes.splice(at, 0, field)
}

/** What the buttons say that lead from part to part. */
function sayWays(piece: HtmlElement): void {
  piece.attrs.push(
    { name: 'data-before', value: word('pieces.before') },
    { name: 'data-next', value: word('pieces.next') },
  )
}

/** What a carousel and its slides are called, and which of how many each is. */
function sayPlaces(carousel: HtmlElement): void {
  sayWays(carousel)
  carousel.attrs.push(
    { name: 'data-called', value: word('pieces.carousel') },
    { name: 'data-slide-called', value: word('pieces.slide') },
  )
  const slides = carousel.childNodes.filter(isElement)
  if (attribute(carousel, 'data-shows') === 'compared') {
    const first = slides[0]?.childNodes[0]
    const name = first ? textOf(first).trim() : ''
    carousel.attrs.push({ name: 'data-compared', value: word('pieces.compared', { name }) })
  }
  for (const [at, slide] of slides.entries())
    slide.attrs.push({ name: 'data-place', value: word('pieces.place', { at: at + 1, of: slides.length }) })
}

/** Puts what a call-out is for before its title, in the language of the course. */
function sayName(callOut: HtmlElement): void {
  for (const each of everyElement(callOut.childNodes.slice(0, 1)))
    if (hasClass(each, 'call-out-sort'))
      each.childNodes = [text(word('pieces.callOut', { sort: attribute(callOut, 'data-sort') ?? '' }))]
}

function nameHeadings(nodes: readonly HtmlNode[], taken: Set<string>): PublishedHeading[] {
  const found: PublishedHeading[] = []
  for (const heading of headingsIn(nodes)) {
    const words = wordsIn(heading).trim()
    let id = attribute(heading, 'id')
    if (id === undefined) {
      id = freeId(slug(words), taken)
      heading.attrs.push({ name: 'id', value: id })
    }
    if (words !== '') found.push({ level: Number(heading.tagName[1]), id, text: words })
  }
  return found
}

/** The words of a heading: of an equation what was typed, of a note none, between two lines a space. */
function wordsIn(node: HtmlNode): string {
  if (!isElement(node)) return isText(node) ? node.value : ''
  if (node.tagName === 'br') return ' '
  if (node.tagName === 'math') return attribute(node, 'alttext') ?? ''
  return attribute(node, 'role') === NOTE_ROLE ? '' : node.childNodes.map(wordsIn).join('')
}

/** Gives a practice question its name, its fields, its form, and the place for what is said to an answer. */
function finishPractice(piece: HtmlElement, name: string): void {
  const type = attribute(piece, 'data-answers') === 'several' ? 'checkbox' : 'radio'
  const form = `${name}-form`
  piece.attrs = piece.attrs.filter((attr) => attr.name !== 'id')
  piece.attrs.push(
    { name: 'id', value: name },
    { name: 'role', value: 'group' },
    { name: 'aria-labelledby', value: `${name}-prompt` },
  )
  let number = 0
  for (const child of piece.childNodes) {
    if (!isElement(child)) continue
    if (hasClass(child, 'prompt')) child.attrs.push({ name: 'id', value: `${name}-prompt` })
    const label = hasClass(child, 'answer') ? child.childNodes[0] : undefined
    if (!label || !isElement(label)) continue
    label.childNodes.unshift(element('input', { type, name: 'answer', value: number++, form }))
  }
  // The form stands apart and empty: a question may stand inside another, a form may not.
  piece.childNodes.push(
    element('p', { class: 'practice-send' }, [
      element('button', { form, name: 'question', value: name }, [text(word('exercise.check'))]),
    ]),
    element('div', { class: 'practice-result', role: 'status' }, [text(slot(`result-${name}`))]),
    element('form', {
      id: form,
      method: 'post',
      action: `#${encodeURIComponent(name)}`,
      'aria-labelledby': `${name}-prompt`,
    }),
  )
}
