import type { Node } from 'prosemirror-model'

/** The shelf items that a page shows, each once. */
export function shelfItemsOf(page: Node): string[] {
  const found = new Set<string>()
  page.descendants((node) => {
    if (node.type.name === 'picture') found.add(String(node.attrs.item))
    return !node.isTextblock
  })
  return [...found]
}
