import type { Node } from 'prosemirror-model'
import { TITLE_LENGTH } from '../document/limits.ts'

/** The page under another title. */
export function retitle(page: Node, title: string): Node {
  const { schema } = page.type
  const words = title.slice(0, TITLE_LENGTH).toWellFormed()
  return page.copy(page.content.replaceChild(0, schema.node('title', null, words === '' ? [] : [schema.text(words)])))
}
