import type { Node } from '@tiptap/pm/model'
import { isA } from '../../../core/kinds/facts.ts'
import type { LinkTarget } from '../../../core/links/targets.ts'
import { slug } from '../../../core/html/slug.ts'

/** The headings of a page as places that a link in it can lead to. */
export function headingsOf(page: Node): LinkTarget[] {
  const found: LinkTarget[] = []
  const taken = new Map<string, number>()
  page.descendants((node, position) => {
    if (!isA(node, 'heading')) return !node.isTextblock
    const title = node.textContent.trim()
    // A heading without a name of its own is named after its words where it is published, a second one with a number.
    const named = (node.attrs.id as string | null) ?? slug(title)
    const count = (taken.get(named) ?? 0) + 1
    taken.set(named, count)
    const place = count === 1 ? named : `${named}-${count}`
    const toName = node.attrs.id === null ? { toName: { position, name: place } } : {}
    if (title !== '')
      found.push({ href: `#${encodeURIComponent(place)}`, title, where: 'Heading of this page', ...toName })
    return false
  })
  return found
}
