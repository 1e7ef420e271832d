import type { Fragment, Mark, Node } from 'prosemirror-model'
import { serializeOuter } from 'parse5'
import { isA, isMark, kindOf, kindOfMark } from '../kinds/facts.ts'
import type { HtmlFormat } from '../kinds/kind.ts'
import { declarations, type HtmlElement, type HtmlNode, text } from '../tree/tree.ts'

/** Told of every element written for a block: where its node begins in the page. */
export type OnElement = (element: HtmlElement, node: Node, position: number) => void

/** White space that HTML would collapse; U+FFFC stands for a line break. */
const COLLAPSIBLE = /^[\t\n ]|[\t\n ]$|[\t\n]| {2}|\uFFFC | \uFFFC/

/** True when the words of a text block keep their spaces only with `white-space: pre-wrap`. */
export function needsPreserve(textblock: Node): boolean {
  const words = textblock.children.map((child) => child.text ?? (isA(child, 'lineBreak') ? '\uFFFC' : '\uFFFB'))
  return COLLAPSIBLE.test(words.join(''))
}

/** The elements of the children of `parent`, whose content begins at `start`. */
export function writeChildren(parent: Node, format: HtmlFormat, start: number, onElement?: OnElement): HtmlNode[] {
  if (parent.inlineContent) return writeInline(parent.content, format)
  const written: HtmlNode[] = []
  const loose = holdsLooseText(parent)
  parent.forEach((child, offset, index) => {
    if (loose && index === 0) written.push(...writeInline(child.content, format))
    else written.push(writeNode(child, format, start + offset, onElement))
  })
  return written
}

/** The element of a block at `position`. */
export function writeNode(node: Node, format: HtmlFormat, position: number, onElement?: OnElement): HtmlElement {
  const element = kindOf(node).write(
    node,
    node.isLeaf ? [] : writeChildren(node, format, position + 1, onElement),
    format,
  )
  if (node.inlineContent && !node.type.spec.code && needsPreserve(node)) preserve(element)
  onElement?.(element, node, position)
  return element
}

/** The whole page as HTML on few lines: the title as `h1`, then the blocks. For reading, not for authors' eyes. */
export function writePage(page: Node, format: HtmlFormat): string {
  return writeChildren(page, format, 0)
    .map((node) => serializeOuter(node))
    .join('\n')
}

/**
 * List items and cells that hold words before anything else have them directly inside, as authors write them:
 * `<li>hammer</li>`, `<li>hammer<ul>…</ul></li>`. The reader puts the paragraph back.
 */
function holdsLooseText(parent: Node): boolean {
  if (!kindOf(parent).holdsLooseText) return false
  const first = parent.firstChild
  if (!first || !isA(first, 'paragraph') || first.content.size === 0 || needsPreserve(first)) return false
  if (!first.hasMarkup(first.type)) return false
  for (let at = 1; at < parent.childCount; at++) if (!parent.child(at).type.isInGroup('list')) return false
  return true
}

function preserve(element: HtmlElement): void {
  const styles = new Map(declarations(element))
  styles.set('white-space', 'pre-wrap')
  element.attrs = element.attrs.filter((attr) => attr.name !== 'style')
  element.attrs.push({ name: 'style', value: [...styles].map(([name, value]) => `${name}: ${value}`).join('; ') })
}

/** Inline content with its marks as nested elements; neighbours share the elements they have in common. */
function writeInline(content: Fragment, format: HtmlFormat): HtmlNode[] {
  const top: HtmlNode[] = []
  const open: { mark: Mark; element: HtmlElement }[] = []
  content.forEach((node) => {
    // A note leads somewhere itself, so it stands in no link.
    const marks = isA(node, 'footnote') ? node.marks.filter((mark) => !isMark(mark, 'link')) : node.marks
    let keep = 0
    while (keep < open.length && keep < marks.length && open[keep]!.mark.eq(marks[keep]!)) keep++
    open.length = keep
    for (let at = keep; at < marks.length; at++) {
      const mark = marks[at]!
      const element = kindOfMark(mark).write(mark, [], format)
      ;(open.at(-1)?.element.childNodes ?? top).push(element)
      open.push({ mark, element })
    }
    const target = open.at(-1)?.element.childNodes ?? top
    target.push(node.isText ? text(node.text ?? '') : writeNode(node, format, 0))
  })
  return top
}
