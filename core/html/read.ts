import { type Attrs, type Mark, Mark as Marks, type Node, type NodeType } from 'prosemirror-model'
import { MOST_DEPTH, TITLE_LENGTH } from '../document/limits.ts'
import { schema } from '../document/schema.ts'
import type { Inside } from '../kinds/kind.ts'
import { InlineRun } from './inline-run.ts'
import { LINE, NOTHING, PLAIN } from './attributes-left-out.ts'
import { BLOCK, UNSEEN, WORDS_STAY } from './element-groups.ts'
import { lineOf, textIn } from './lines.ts'
import { outer, parsed, parsedQuickly } from './parsed.ts'
import { itemsFrom } from './read-list.ts'
import { marksReading, nodeReading } from './read-rules.ts'
import { tableFrom } from './read-table.ts'
import { recognise } from './recognise/recognise.ts'
import { ReadReport, type ReadNote } from './report.ts'
import { readMath } from '../equations/from-mathml.ts'
import { takeNewWindowsSaid } from '../links/new-window.ts'
import { readNotes } from '../notes/read-notes.ts'
import { holdsBlocks, isPart, must, upTo } from './parts.ts'
import { placesApart } from './places-apart.ts'
import { takeHidden } from './take-hidden.ts'
import { Surroundings } from './surroundings.ts'
import { Teller } from './teller.ts'
import { declarations, type HtmlElement, type HtmlNode, isElement, isText } from '../tree/tree.ts'

const {
  table,
  doc,
  title: titleType,
  paragraph,
  heading,
  listItem,
  lineBreak,
} = schema.nodes as Record<string, NodeType>

export interface ReadOptions {
  /** Account for everything, with line and column. Takes about twice the time. */
  readonly positions?: boolean
  /** What has been told already; what is found goes there, too. */
  readonly report?: ReadReport
  /** The title when the HTML begins without a level 1 heading. */
  readonly title?: string
  /** A passage for the middle of a page: a level 1 heading at its start is no title. */
  readonly isPassage?: boolean
  /** The language of the page: passages that say they are in it are not marked (BCP 47). */
  readonly language?: string
  /** Names of places that links from elsewhere lead to: places that have one of these are kept. */
  readonly linked?: ReadonlySet<string>
}

export interface ReadResult {
  readonly page: Node
  readonly notes: readonly ReadNote[]
}

/**
 * A page from HTML that nobody has checked. Never throws and never executes: what the page model
 * can't hold is left out and listed in `notes`, its words kept wherever a reader would have seen them.
 * The first heading of level 1 becomes the title when nothing stands before it.
 */
export function readPage(unsafeHtml: string, options: ReadOptions = {}): ReadResult {
  const report = options.report ?? new ReadReport()
  const nodes = options.positions ? parsed(unsafeHtml, report) : parsedQuickly(unsafeHtml, report)
  return readNodes(nodes, { ...options, report })
}

/** The same from nodes that somebody else has parsed; they are changed. */
export function readNodes(nodes: HtmlNode[], options: ReadOptions = {}): ReadResult {
  const reader = new Reader(options.language, options.report)
  readMath(nodes)
  readNotes(nodes)
  takeNewWindowsSaid(nodes)
  const recognised = recognise(nodes, reader.report)
  placesApart(recognised, options.linked)
  takeHidden(recognised, reader.report)
  const { inside: children, wrappers } = outer(recognised)
  const first = children.find((node) => isElement(node) || (isText(node) && node.value.trim() !== ''))
  let title = options.title ?? ''
  let body = children
  if (first && isElement(first) && first.tagName === 'h1' && !options.isPassage) {
    title = reader.title(first)
    body = children.slice(children.indexOf(first) + 1)
  }
  reader.tellWrappers(wrappers)
  const blocks = reader.within(wrappers, (marks) => reader.blocks(body, paragraph!, 2, marks))
  const page = doc!.create(null, [
    titleType!.create(null, title === '' ? null : schema.text(title)),
    ...(blocks.length > 0 ? blocks : [paragraph!.create()]),
  ])
  return { page, notes: reader.report.notes }
}

/** True when the element asks for its white space to be kept. */
function preserves(element: HtmlElement): boolean {
  return (
    element.tagName === 'pre' || /^(pre|pre-wrap|break-spaces)$/.test(declarations(element).get('white-space') ?? '')
  )
}

/** Elements nest deeper only in broken or hostile HTML; below this their words are taken without a look at them. */
const MOST_NESTING = 400

class Reader {
  /** Set by a level 1 heading in the body, which becomes level 2: those under it move down with it. */
  #shift = 0
  #nesting = 0
  readonly #around: Surroundings
  /** Elements that were understood with those they stand in. */
  readonly #taken = new Set<HtmlElement>()

  readonly #tell: Teller

  constructor(
    language: string | undefined,
    readonly report = new ReadReport(),
  ) {
    this.#around = new Surroundings(language)
    this.#tell = new Teller(report)
  }

  /** Reads what elements hold that hold each other, with what they say of it, which is told where it can't be. */
  within<Result>(
    wrappers: readonly HtmlElement[],
    read: (marks: readonly Mark[]) => Result,
    marks: readonly Mark[] = Marks.none,
  ): Result {
    const [first, ...others] = wrappers
    return first ? this.#around.within(first, marks, (all) => this.within(others, read, all)) : read(marks)
  }

  /** What elements say that hold the whole page, beside what they say of its words. */
  tellWrappers(wrappers: readonly HtmlElement[]): void {
    for (const each of wrappers) this.#tell.notes(each, NOTHING)
  }

  title(element: HtmlElement): string {
    const run = new InlineRun(preserves(element))
    const gather = (nodes: HtmlNode[]): void => {
      for (const node of nodes) {
        if (isText(node)) run.text(node.value, Marks.none)
        else if (isElement(node)) {
          this.#tell.notes(node, NOTHING, 'The title is plain text')
          if (node.tagName === 'br') run.text(' ', Marks.none)
          gather(node.childNodes)
        }
      }
    }
    gather(element.childNodes)
    const words = run
      .take()
      .map((node) => node.text ?? '')
      .join('')
    if (words.length <= TITLE_LENGTH) return words
    this.#tell.changed(
      `The title was longer than ${TITLE_LENGTH} characters; the rest was left out: “${words.slice(TITLE_LENGTH, TITLE_LENGTH + 60)}…”.`,
      element,
    )
    return words.slice(0, TITLE_LENGTH).toWellFormed()
  }

  /**
   * Blocks from the content of one element. Inline content that stands free goes into text blocks of type `free`.
   * `depth` is that of the blocks in the page; too deep a container is opened up, its words kept.
   */
  blocks(
    nodes: readonly HtmlNode[],
    free: NodeType,
    depth: number,
    marks: readonly Mark[] = Marks.none,
    attrs: Attrs | null = null,
    preserve = false,
  ): Node[] {
    const found: Node[] = []
    const run = new InlineRun(preserve)
    const flush = (): void => {
      const inline = run.take()
      if (inline.length > 0) found.push(free.create(attrs ?? this.#around.placing, inline))
    }
    this.#walk(nodes, marks, run, found, flush, depth)
    flush()
    return found
  }

  #walk(
    nodes: readonly HtmlNode[],
    marks: readonly Mark[],
    run: InlineRun,
    found: Node[],
    flush: () => void,
    depth: number,
  ): void {
    for (const node of nodes) {
      if (isText(node)) run.text(node.value, marks)
      else if (isElement(node)) this.#element(node, marks, run, found, flush, depth)
    }
  }

  #element(
    element: HtmlElement,
    marks: readonly Mark[],
    run: InlineRun,
    found: Node[],
    flush: () => void,
    depth: number,
  ): void {
    if (this.#nesting >= MOST_NESTING) return this.#flat([element], run, marks)
    if (this.#taken.has(element)) return
    // What stands before it is placed as what is around it says, not as it does itself.
    if (BLOCK.has(element.tagName)) flush()
    this.#nesting++
    this.#around.within(element, marks, (all) => this.#read(element, all, run, found, flush, depth))
    this.#nesting--
  }

  #read(
    element: HtmlElement,
    marks: readonly Mark[],
    run: InlineRun,
    found: Node[],
    flush: () => void,
    depth: number,
  ): void {
    const tag = element.tagName
    const reading = nodeReading(element)
    if (tag === 'del') return this.#tell.deleted(element)
    if (!reading && UNSEEN.has(tag)) {
      this.#tell.leftOut(element)
      if (!WORDS_STAY.has(tag)) return
      this.#tell.notes(element, NOTHING)
      this.#walk(element.childNodes, marks, run, found, flush, depth)
      if (BLOCK.has(tag)) flush()
      return
    }
    if (reading?.type.isInline) {
      this.#tell.notes(element, reading)
      const words = reading.type.isLeaf ? null : this.#line(reading.type, element.childNodes).content
      run.node(reading.type.create(reading.attrs, words, marks), reading.type === lineBreak)
      return
    }
    if (reading && !isPart(reading.type)) {
      flush()
      found.push(...this.#block(element, reading, marks, run, depth))
      flush()
      return
    }
    const reads = marksReading(element)
    this.#tell.notes(element, reads ?? NOTHING)
    if (!reads) {
      this.#tell.opened(element, reading !== null)
      this.#walk(element.childNodes, marks, run, found, flush, depth)
      if (BLOCK.has(tag)) flush()
      return
    }
    const all = reads.marks.reduce((set, mark) => mark.addToSet(set), marks)
    // One mark where there is none goes with everything.
    const isAlone = marks.length === 0 && reads.marks.length === 1
    if (!isAlone && [...marks, ...reads.marks].some(({ type }) => !type.isInSet(all)))
      this.#tell.changedTag(`“${tag}” and what it stands in can’t go together; one was taken off the words.`, element)
    this.#walk(element.childNodes, all, run, found, flush, depth)
  }

  /** What becomes of an element that is a block of the page; where it stands too deep, its words go to the run. */
  #block(
    element: HtmlElement,
    reading: NonNullable<ReturnType<typeof nodeReading>>,
    marks: readonly Mark[],
    run: InlineRun,
    depth: number,
  ): readonly Node[] {
    const { type, attrs, inside } = reading
    const parts = inside?.(element)
    // In a line it is no block any more, and what it says as one is not kept.
    const isOpened = type.isTextblock && this.#tell.lines > 0
    if (element.attrs.length > 0)
      this.#tell.notes(element, isOpened ? LINE : { ...reading, isLine: parts !== undefined && !holdsBlocks(parts) })
    if (type.isTextblock) return this.#textblock(element, type, attrs, marks, depth)
    if (depth + (parts ? 2 : 0) >= MOST_DEPTH - 4) {
      this.#tell.changed(
        `Pieces stood in each other more than ${MOST_DEPTH} levels deep; the words of the innermost were kept without them.`,
        element,
      )
      this.#flat(element.childNodes, run, marks)
      return []
    }
    if (!parts) return this.#container(element, type, attrs, marks, depth)
    this.#tell.parts(element, parts)
    return [this.#structure(element, type, attrs, parts, depth, marks)]
  }

  #textblock(
    element: HtmlElement,
    type: NodeType,
    attrs: Record<string, unknown>,
    marks: readonly Mark[],
    depth: number,
  ): Node[] {
    if (type.spec.code) {
      this.#tell.plain(element)
      return [type.create(attrs, textIn(element))]
    }
    const level = type === heading ? this.#level(element, Number(attrs.level)) : null
    // Its own placing was read with what is around it.
    const all = { ...attrs, ...this.#around.placing, ...(level === null ? {} : { level }) }
    this.#tell.lines++
    const blocks = this.blocks(element.childNodes, type, depth, marks, all, preserves(element))
    this.#tell.lines--
    return blocks.length > 0 ? blocks : [type.create(all)]
  }

  #level(element: HtmlElement, level: number): number {
    if (element.tagName === 'h1') {
      this.#shift = 1
      this.#tell.changed('The page title is the only heading of level 1; this one became level 2.', element)
      return 2
    }
    return Math.min(6, level + this.#shift)
  }

  #container(
    element: HtmlElement,
    type: NodeType,
    attrs: Record<string, unknown>,
    marks: readonly Mark[],
    depth: number,
  ): Node[] {
    if (type.isLeaf) return [type.create(attrs)]
    if (type === table)
      return tableFrom(element, attrs, {
        blocks: (cell) =>
          this.within(
            [...upTo(element, cell.parentNode), cell],
            (all) => this.blocks(cell.childNodes, paragraph!, depth + 3, all),
            marks,
          ),
        line: (kind, nodes) =>
          this.within(upTo(element, nodes[0]?.parentNode), (all) => this.#line(kind, nodes, all), marks),
        notes: (each, understood, reason) => this.#tell.notes(each, understood, reason),
      })
    if (type.spec.content === 'listItem+') {
      const items = this.#items(element.childNodes, depth + 1, marks)
      return [type.create(attrs, items.length > 0 ? items : [listItem!.create(null, paragraph!.create())])]
    }
    const inside = this.blocks(element.childNodes, paragraph!, depth + 1, marks)
    return [type.create(attrs, inside.length > 0 ? inside : [paragraph!.create()])]
  }

  /** A node whose kind says what its element holds. */
  #structure(
    element: HtmlElement,
    type: NodeType,
    attrs: Record<string, unknown>,
    inside: readonly Inside[],
    depth: number,
    marks: readonly Mark[],
  ): Node {
    const content = inside.flatMap((each): Node[] => {
      const from = 'line' in each ? each.line[0] : 'blocks' in each ? each.blocks[0] : undefined
      const around = upTo(element, from?.parentNode)
      if ('line' in each) return this.within(around, (all) => [this.#line(must(each.kind), each.line, all)], marks)
      if ('inside' in each)
        return [this.#structure(element, must(each.kind), each.attrs, each.inside, depth + 1, marks)]
      const blocks = this.within(around, (all) => this.blocks(each.blocks, paragraph!, depth + 1, all), marks)
      return blocks.length > 0 ? blocks : [paragraph!.create()]
    })
    return type.create(attrs, content)
  }

  /** A text block of one line, from whatever stands there: its words, and the marks and inline nodes it admits. */
  #line(type: NodeType, nodes: readonly HtmlNode[], marks: readonly Mark[] = Marks.none): Node {
    const holder = nodes[0]?.parentNode
    this.#tell.lines++
    const blocks = this.blocks(
      nodes,
      paragraph!,
      MOST_DEPTH,
      marks,
      null,
      holder !== null && holder !== undefined && 'tagName' in holder && preserves(holder),
    )
    this.#tell.lines--
    const { line, isLess } = lineOf(type, blocks)
    if (isLess)
      this.#tell.changed(
        'A title is what is pressed to open its part: links, colours and sizes in it were left out, its words kept.',
        null,
      )
    return line
  }

  /** The items of a list whose items stand at `depth`. */
  #items(nodes: readonly HtmlNode[], depth: number, marks: readonly Mark[]): Node[] {
    return itemsFrom(nodes, {
      item: (element) =>
        this.#around.within(element, marks, (all) => this.blocks(element.childNodes, paragraph!, depth + 1, all)),
      stray: (between) => this.blocks(between, paragraph!, depth + 1, marks),
      notes: (element, understood) => this.#tell.notes(element, understood),
      toldStray: (element) =>
        this.#tell.changed('What stood in a list, but in no item of it, was put into one.', element),
      taken: (element) => void this.#taken.add(element),
    })
  }

  /** The words of nodes too deep to keep their containers. A stack of its own: depth here has no bound. */
  #flat(nodes: readonly HtmlNode[], run: InlineRun, marks: readonly Mark[]): void {
    const waiting = [...nodes].reverse()
    while (waiting.length > 0) {
      const node = waiting.pop()!
      if (isText(node)) run.text(node.value, marks)
      else if (isElement(node) && UNSEEN.has(node.tagName)) this.#tell.leftOut(node)
      else if (isElement(node)) {
        if (BLOCK.has(node.tagName)) run.text(' ', marks)
        this.#tell.notes(node, PLAIN, 'It stands too deep')
        for (const child of node.childNodes.toReversed()) waiting.push(child)
      }
    }
  }
}
