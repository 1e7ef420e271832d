import { Fragment, type Node, type Slice } from 'prosemirror-model'

/** The words of a page or passage, a text block a line. */
export function plainText(content: Node | Fragment | Slice): string {
  const fragment = content instanceof Fragment ? content : content.content
  return fragment.textBetween(0, fragment.size, '\n', '\n').trim()
}
