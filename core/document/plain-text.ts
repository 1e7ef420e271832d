import { Fragment, type Node, type Slice } from 'prosemirror-model'
import { kindOf } from '../kinds/facts.ts'

/** The words of a page or passage, a text block a line. */
export function plainText(content: Node | Fragment | Slice): string {
  const fragment = content instanceof Fragment ? content : content.content
  return fragment.textBetween(0, fragment.size, '\n', (leaf) => kindOf(leaf).inWords?.(leaf) ?? '\n').trim()
}
