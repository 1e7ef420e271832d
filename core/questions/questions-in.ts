import type { Node } from 'prosemirror-model'

/** The questions of the bank that stand in a page, each once, in order. */
export function questionsIn(page: Node): string[] {
  const found = new Set<string>()
  page.descendants((node) => {
    if (node.type.name === 'bankQuestion') found.add(String(node.attrs.question))
    return !node.isTextblock
  })
  return [...found]
}
