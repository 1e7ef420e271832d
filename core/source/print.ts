import type { Node } from 'prosemirror-model'
import { serialize, serializeOuter } from 'parse5'
import { writeChildren } from '../html/write.ts'
import { element, type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'

const VOID = new Set(['br', 'hr', 'img'])
/** Elements whose children stand on lines of their own. */
const CONTAINERS = new Set([
  'ul',
  'ol',
  'blockquote',
  'div',
  'table',
  'tbody',
  'tr',
  'section',
  'details',
  'nav',
  'figure',
  'dl',
])

/** Where a block of the page stands in its source; offsets in UTF-16 units, `to` after its last character. */
export interface SourceSpan {
  readonly position: number
  readonly from: number
  readonly to: number
}

export interface PrintedSource {
  readonly html: string
  /** Every block, outer before inner, in the order of the page. */
  readonly spans: readonly SourceSpan[]
}

/**
 * The page as HTML that an author reads: a block a line, indented by two; long lines are wrapped by whatever shows
 * them. The same page always gives the same text, and a change in one block changes the lines of that block alone.
 */
export function printSource(page: Node): PrintedSource {
  const positions = new Map<HtmlElement, number>()
  const elements = writeChildren(page, 'source', 0, (written, _node, position) => positions.set(written, position))
  const printer = new Printer(positions)
  for (const written of elements) printer.block(written, 0)
  return { html: printer.text, spans: printer.spans.sort((a, b) => a.position - b.position) }
}

class Printer {
  text = ''
  readonly spans: SourceSpan[] = []

  constructor(private readonly positions: ReadonlyMap<HtmlElement, number>) {}

  block(node: HtmlNode, indent: number): void {
    if (!isElement(node)) return
    const from = this.text.length + indent
    // An equation is words in an element that else holds blocks.
    const holdsElements = node.childNodes.length > 0 && node.childNodes.every(isElement)
    if (CONTAINERS.has(node.tagName) && holdsElements) this.#container(node, indent)
    else if (holdsBlocks(node)) this.#mixed(node, indent)
    else this.#write(serializeOuter(node), indent)
    const position = this.positions.get(node)
    if (position !== undefined) this.spans.push({ position, from, to: this.text.length - 1 })
  }

  #container(node: HtmlElement, indent: number): void {
    const [open, close] = tags(node)
    this.#write(open, indent)
    for (const child of node.childNodes) this.block(child, indent + 2)
    this.#write(close, indent)
  }

  /** A list item or cell: its own words on the first line, blocks beneath, each on its own. */
  #mixed(node: HtmlElement, indent: number): void {
    const [open, close] = tags(node)
    const firstBlock = node.childNodes.findIndex((child) => isElement(child) && isBlock(child))
    const words = node.childNodes.slice(0, firstBlock)
    this.#write(
      open +
        words.map((word) => (isElement(word) ? serializeOuter(word) : serialize(element('p', {}, [word])))).join(''),
      indent,
    )
    for (const child of node.childNodes.slice(firstBlock)) this.block(child, indent + 2)
    this.#write(close, indent)
  }

  #write(line: string, indent: number): void {
    this.text += `${' '.repeat(indent)}${line}\n`
  }
}

const BLOCK = new Set([
  ...CONTAINERS,
  'p',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'hr',
  'li',
  'td',
  'th',
  'summary',
  'iframe',
  'img',
  'figcaption',
])

const isBlock = (node: HtmlElement): boolean => BLOCK.has(node.tagName)
const holdsBlocks = (node: HtmlElement): boolean => node.childNodes.some((child) => isElement(child) && isBlock(child))

function tags(node: HtmlElement): [open: string, close: string] {
  const shell = serializeOuter({ ...node, childNodes: [] })
  const close = VOID.has(node.tagName) ? '' : `</${node.tagName}>`
  return [shell.slice(0, shell.length - close.length), close]
}
