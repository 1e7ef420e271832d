import type { Mark, Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { markOn } from '../kinds/facts.ts'

/** A link of the page with its words, from the first to the last of the neighbouring texts that have it. */
export interface PlacedLink {
  readonly from: number
  readonly to: number
  readonly words: string
  readonly href: string
}

export function linksOf(page: Node): PlacedLink[] {
  const found: PlacedLink[] = []
  page.descendants((node, position) => {
    if (!node.inlineContent) return true
    let last: { from: number; to: number; words: string; mark: Mark } | null = null
    const settle = (): void => {
      if (last) found.push({ from: last.from, to: last.to, words: last.words, href: String(last.mark.attrs.href) })
      last = null
    }
    node.forEach((inline, offset) => {
      const mark = markOn(inline, 'link')
      const at = position + 1 + offset
      if (!mark || (last && !last.mark.eq(mark))) settle()
      if (!mark) return
      last = last
        ? { ...last, to: at + inline.nodeSize, words: last.words + inline.textContent }
        : { from: at, to: at + inline.nodeSize, words: inline.textContent, mark }
    })
    settle()
    // A note in the line has links of its own.
    return true
  })
  return found.sort((a, b) => a.from - b.from)
}

/** Gives a link other words; its address and the other marks of its first letter stay. */
export function rewordLink(page: Node, { from, to }: { from: number; to: number }, words: string): Transform | null {
  const first = page.nodeAt(from)
  const text = words.trim()
  return first && text !== ''
    ? new Transform(page).replaceWith(from, to, page.type.schema.text(text, first.marks))
    : null
}
