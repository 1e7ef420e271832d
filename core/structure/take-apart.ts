import type { Node } from 'prosemirror-model'
import { Transform } from 'prosemirror-transform'
import { partsToHeadings } from './headings.ts'

const WRAPS = new Set(['box', 'quotation'])

/** Takes a piece away and leaves what it holds, in order. Null for a piece whose parts mean nothing alone. */
export function takeApart(page: Node, position: number): Transform | null {
  const piece = page.nodeAt(position)
  if (!piece) return null
  const left = WRAPS.has(piece.type.name)
    ? piece.children
    : piece.type.name === 'columns'
      ? piece.children.flatMap((column) => column.children)
      : piece.type.name === 'reveal'
        ? revealed(piece)
        : null
  if (!left) return partsToHeadings(page, position)
  return new Transform(page).replaceWith(position, position + piece.nodeSize, left)
}

/** What a reveal shows and hides; its title becomes a paragraph unless it is empty. */
function revealed(reveal: Node): Node[] {
  const title = reveal.firstChild
  const words = title && title.content.size > 0 ? [reveal.type.schema.nodes.paragraph!.create(null, title.content)] : []
  return [...words, ...reveal.children.slice(1)]
}
