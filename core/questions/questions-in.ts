import type { Node } from 'prosemirror-model'
import { namedBy } from '../kinds/facts.ts'

/** The questions of the bank that stand in a page, each once, in order. */
export function questionsIn(page: Node): string[] {
  const found = new Set<string>()
  page.descendants((node) => {
    const named = namedBy(node)
    if (named?.to === 'questions') found.add(named.id)
    return !node.isTextblock
  })
  return [...found]
}
