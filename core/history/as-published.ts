import type { Node } from 'prosemirror-model'
import { readPage } from '../html/read.ts'
import { writePage } from '../html/write.ts'

/** What of a page students receive, as a page: without answers that are kept back, without code. */
export function asPublished(page: Node): Node {
  return readPage(writePage(page, 'published')).page
}
