import { Mark, type Node, type NodeType } from 'prosemirror-model'
import { schema } from '../document/schema.ts'
import { cleanText } from '../tree/characters.ts'
import { everyNode, type HtmlElement, isElement, isText } from '../tree/tree.ts'
import { InlineRun } from './inline-run.ts'

/**
 * A text block of one line from the words of some blocks, with the marks and inline nodes it admits; `isLess` says that
 * there were others.
 */
export function lineOf(type: NodeType, blocks: readonly Node[]): { readonly line: Node; readonly isLess: boolean } {
  const run = new InlineRun(true)
  let isFirst = true
  let isLess = false
  const gather = (node: Node): void => {
    if (!node.isTextblock) return node.forEach(gather)
    if (!isFirst) run.text(' ', Mark.none)
    isFirst = false
    gatherInline(node)
  }
  const gatherInline = (node: Node): void =>
    node.forEach((inline) => {
      const marks = inline.marks.filter((mark) => type.allowsMarkType(mark.type))
      isLess ||= marks.length < inline.marks.length
      if (inline.isText) run.text(inline.text ?? '', marks)
      else if (type.contentMatch.matchType(inline.type)) run.node(inline, false)
      else if (!inline.isLeaf) gatherInline(inline)
      else run.text(' ', Mark.none)
    })
  blocks.forEach(gather)
  return { line: type.create(null, run.take()), isLess }
}

/** The lines in preformatted text: what a reader would see, a break for each `br`. */
export function textIn(element: HtmlElement): Node | null {
  const lines = [...everyNode(element)].map((node) =>
    isText(node) ? node.value : isElement(node) && node.tagName === 'br' ? '\n' : '',
  )
  const words = cleanText(lines.join('').replace(/\r\n?/g, '\n'))
  return words === '' ? null : schema.text(words)
}
