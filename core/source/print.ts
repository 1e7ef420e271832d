import type { Node } from 'prosemirror-model'
import { serialize, serializeOuter } from 'parse5'
import { writeChildren } from '../html/write.ts'
import { element, type HtmlElement, type HtmlNode, isElement, isText } from '../html/tree.ts'

const WIDTH = 96
const VOID = new Set(['br', 'hr'])
/** Elements whose children stand on lines of their own. */
const CONTAINERS = new Set(['ul', 'ol', 'blockquote', 'div', 'table', 'tbody', 'tr', 'section'])

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
 * The page as HTML that an author reads: a block a line, indented by two, long paragraphs wrapped where
 * HTML allows it. The same page always gives the same text.
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
    if (CONTAINERS.has(node.tagName) && node.childNodes.length > 0) this.#container(node, indent)
    else if (holdsBlocks(node)) this.#mixed(node, indent)
    else this.#line(pieces(node), indent, keepsSpace(node))
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
    this.#line([open, ...words.flatMap(piecesOf)], indent, false)
    for (const child of node.childNodes.slice(firstBlock)) this.block(child, indent + 2)
    this.#write(close, indent)
  }

  #write(line: string, indent: number): void {
    this.text += `${' '.repeat(indent)}${line}\n`
  }

  /** Pieces joined; at a SPACE piece the line may break. */
  #line(parts: string[], indent: number, whole: boolean): void {
    const pad = ' '.repeat(indent)
    let line = pad
    let word = ''
    const settle = (): void => {
      if (line !== pad && line.length + 1 + word.length > WIDTH) {
        this.text += `${line}\n`
        line = pad + word
      } else line = line === pad ? pad + word : `${line} ${word}`
      word = ''
    }
    for (const part of parts) {
      if (part === SPACE && !whole) settle()
      else word += part
    }
    settle()
    this.text += `${line}\n`
  }
}

const SPACE = ' '
const BLOCK = new Set([...CONTAINERS, 'p', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'hr', 'li', 'td', 'th'])

const isBlock = (node: HtmlElement): boolean => BLOCK.has(node.tagName)
const holdsBlocks = (node: HtmlElement): boolean => node.childNodes.some((child) => isElement(child) && isBlock(child))
const keepsSpace = (node: HtmlElement): boolean => node.attrs.some(({ name, value }) => name === 'style' && value.includes('pre-wrap'))

function tags(node: HtmlElement): [open: string, close: string] {
  const shell = serializeOuter({ ...node, childNodes: [] })
  const close = VOID.has(node.tagName) ? '' : `</${node.tagName}>`
  return [shell.slice(0, shell.length - close.length), close]
}

function pieces(node: HtmlElement): string[] {
  const [open, close] = tags(node)
  return [open, ...node.childNodes.flatMap(piecesOf), close]
}

function piecesOf(node: HtmlNode): string[] {
  if (isElement(node)) return pieces(node)
  if (!isText(node)) return []
  return serialize(element('p', {}, [node])).split(/( )/).filter((piece) => piece !== '')
}
