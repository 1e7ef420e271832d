import type { Node } from 'prosemirror-model'
import { printSource, type SourceSpan } from '../../core/source/print.ts'

/** A stretch of a text that gives way to another. */
export interface Reprinted {
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** A page with its printed form, printed anew block by block where the page changes. */
export class PrintedPage {
  #page: Node
  #html: string
  #spans: readonly SourceSpan[]
  /** Where each block of the page itself begins in the text, the title first; at the end where the text ends. */
  #cuts: readonly number[]

  constructor(page: Node) {
    const printed = printSource(page)
    this.#page = page
    this.#html = printed.html
    this.#spans = printed.spans
    this.#cuts = cutsOf(page, printed.spans, printed.html.length)
  }

  get page(): Node {
    return this.#page
  }
  get html(): string {
    return this.#html
  }
  get spans(): readonly SourceSpan[] {
    return this.#spans
  }
  get cuts(): readonly number[] {
    return this.#cuts
  }

  /** Where the node stands in the text that begins at a position of the page. */
  spanAt(position: number): SourceSpan | undefined {
    // In the order of the page: half of what is left is looked at each time.
    let [low, high] = [0, this.#spans.length - 1]
    while (low <= high) {
      const middle = (low + high) >> 1
      const span = this.#spans[middle]!
      if (span.position === position) return span
      if (span.position < position) low = middle + 1
      else high = middle - 1
    }
    return undefined
  }

  /** The page has become another: what that changes in the text, from the first block that differs to the last. */
  become(page: Node): Reprinted {
    const before = this.#page
    let first = 0
    while (first < before.childCount && first < page.childCount && before.child(first) === page.child(first)) first++
    let same = 0
    const most = Math.min(before.childCount, page.childCount) - first
    while (same < most && before.child(before.childCount - 1 - same) === page.child(page.childCount - 1 - same)) same++
    const [from, to] = [this.#cuts[first]!, this.#cuts[before.childCount - same]!]
    const printed = printBlocks(page, first, page.childCount - same)
    const [textBy, positionBy] = [printed.html.length - (to - from), page.content.size - before.content.size]
    const [start, end] = [positionOf(before, first), positionOf(before, before.childCount - same)]
    this.#spans = [
      ...this.#spans.filter(({ position }) => position < start),
      ...printed.spans.map((span) => moved(span, from, positionOf(page, first))),
      ...this.#spans.filter(({ position }) => position >= end).map((span) => moved(span, textBy, positionBy)),
    ]
    this.#html = this.#html.slice(0, from) + printed.html + this.#html.slice(to)
    this.#page = page
    this.#cuts = cutsOf(page, this.#spans, this.#html.length)
    return { from, to, insert: printed.html }
  }
}

const moved = ({ position, from, to }: SourceSpan, text: number, page: number): SourceSpan => ({
  position: position + page,
  from: from + text,
  to: to + text,
})

/** The position before a block of the page itself; after the last one where the number is that of the blocks. */
export function positionOf(page: Node, index: number): number {
  let position = 0
  for (let at = 0; at < index; at++) position += page.child(at).nodeSize
  return position
}

/** Blocks of a page as they are printed by themselves; positions count from the first of them. */
function printBlocks(page: Node, first: number, end: number): { html: string; spans: readonly SourceSpan[] } {
  if (end <= first) return { html: '', spans: [] }
  const blocks = Array.from({ length: end - first }, (_, at) => page.child(first + at))
  if (first === 0) return printSource(page.type.create(null, blocks))
  // A page begins with its title, which is printed and taken off again.
  const title = page.child(0)
  const { html, spans } = printSource(page.type.create(null, [title, ...blocks]))
  const begins = spans.find(({ position }) => position === title.nodeSize)?.from ?? 0
  return {
    html: html.slice(begins),
    spans: spans.flatMap((span) => (span.position < title.nodeSize ? [] : [moved(span, -begins, -title.nodeSize)])),
  }
}

function cutsOf(page: Node, spans: readonly SourceSpan[], length: number): number[] {
  const cuts: number[] = []
  let [position, at] = [0, 0]
  for (let index = 0; index < page.childCount; index++) {
    while (at < spans.length && spans[at]!.position < position) at++
    if (spans[at]?.position !== position) throw new Error('Every block of a page is printed.')
    cuts.push(spans[at]!.from)
    position += page.child(index).nodeSize
  }
  return [...cuts, length]
}
