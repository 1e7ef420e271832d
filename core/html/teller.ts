import type { Inside } from '../kinds/kind.ts'
import { shortened } from '../tree/shortened.ts'
import { attribute, everyElement, type HtmlElement, type HtmlNode, textOf } from '../tree/tree.ts'
import { attributesLeftOut, PLAIN, type Understood } from './attributes-left-out.ts'
import { TRANSPARENT, WORDS_STAY } from './element-groups.ts'
import { partOf, upTo } from './parts.ts'
import type { ReadReport } from './report.ts'

/** The longest words that are named of something that was left out. */
const SHOWN = 60

/** Tells the report what becomes of elements while they are read. */
export class Teller {
  /** Within how many lines it is read: what stands in a line is no block of its own. */
  lines = 0

  constructor(readonly report: ReadReport) {}

  /** Tells of each attribute, class and declaration of an element that is not in what was made of it. */
  notes(element: HtmlElement, understood: Understood, reason: string | null = null): void {
    if (reason) this.changed(`${reason}; “${element.tagName}” was taken off its words.`, element)
    for (const words of attributesLeftOut(element, understood, this.lines > 0))
      this.report.add('left out', words, element.sourceCodeLocation)
  }

  /** Tells that something is in the page in another way. */
  changed(message: string, node: HtmlNode | null): void {
    this.report.add('changed', message, node?.sourceCodeLocation)
  }

  /** The same of an element that the page has no place for. */
  changedTag(message: string, element: HtmlElement): void {
    this.report.add('changed', message, element.sourceCodeLocation, element.tagName)
  }

  /** Tells of an element that is nothing in a page, or no part of what it stands in. */
  opened(element: HtmlElement, isPartAlone: boolean): void {
    const tag = element.tagName
    if (isPartAlone) this.changedTag(`“${tag}” stands outside of what it belongs to; its words were kept.`, element)
    else if (tag === 'ins') this.changedTag('Words marked as inserted were taken as written.', element)
    else if (!TRANSPARENT.has(tag))
      this.changedTag(`“${tag}” has no counterpart in a page yet; its words were kept.`, element)
  }

  /** Tells what the parts of a piece say that nothing is made of, and what stands in none of them. */
  parts(element: HtmlElement, inside: readonly Inside[]): void {
    const told = new Set<HtmlElement>()
    const tell = (nodes: readonly HtmlNode[], isLine: boolean): void => {
      if (isLine) this.lines++
      for (const part of upTo(element, nodes[0]?.parentNode))
        if (!told.has(part)) this.notes(part, { ...partOf(part), isTextblock: isLine })
      if (isLine) this.lines--
      for (const part of upTo(element, nodes[0]?.parentNode)) told.add(part)
    }
    const go = (parts: readonly Inside[]): void => {
      for (const each of parts) {
        if ('inside' in each) go(each.inside)
        else tell('line' in each ? each.line : each.blocks, 'line' in each)
      }
    }
    go(inside)
  }

  /** Tells what preformatted text loses: it is words alone. Spans with a class are the colours of code. */
  plain(element: HtmlElement): void {
    for (const each of everyElement(element.childNodes)) {
      const isColour = each.tagName === 'span' && each.attrs.every(({ name }) => name === 'class')
      if (isColour || each.tagName === 'code' || each.tagName === 'br') {
        if (!isColour) this.notes(each, { ...PLAIN, understands: ['class'] })
        continue
      }
      this.notes(each, PLAIN)
      this.changedTag(`Preformatted text is words alone; “${each.tagName}” was taken off them.`, each)
    }
  }

  /** Words that a tracked change has taken out are not taken over; which they were is told. */
  deleted(element: HtmlElement): void {
    const words = textOf(element).trim()
    if (words !== '') this.#gone(`Words marked as deleted were left out: “${shortened(words, SHOWN)}”.`, element)
  }

  /** Tells of an element that is left out whole, or of which only the words stay. */
  leftOut(element: HtmlElement): void {
    const source = attribute(element, 'src') ?? attribute(element, 'data')
    const name = source ? ` (${source.slice(0, 80)})` : ''
    const words = WORDS_STAY.has(element.tagName) ? '' : textOf(element).trim()
    const why = element.tagName === 'script' ? 'A page holds no script' : `A page can't hold “${element.tagName}” yet`
    this.#gone(`${why}; it was left out${name}${words && `: “${shortened(words, SHOWN)}”`}.`, element)
  }

  #gone(message: string, element: HtmlElement): void {
    this.report.add('left out', message, element.sourceCodeLocation, element.tagName)
  }
}
