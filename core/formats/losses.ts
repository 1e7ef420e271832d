import type { Node } from 'prosemirror-model'
import type { NodeKind } from '../kinds/kind.ts'
import { nodeKinds } from '../kinds/registry.ts'
import { type Book, chaptersOf } from './book.ts'
import type { ImportNote } from './imported.ts'
import type { ExportFormat } from './transfer.ts'

/** What of a book a format does not carry, as notes; `missing` pictures could not be read. */
export function lossesOf(book: Book, format: ExportFormat, missing: number): ImportNote[] {
  const counts = new Map<string, number>()
  for (const page of [book.opening, ...chaptersOf(book).map((chapter) => chapter.page)])
    page.descendants((node: Node) => {
      counts.set(node.type.name, (counts.get(node.type.name) ?? 0) + 1)
      return !node.isTextblock
    })
  const notes = Object.values<NodeKind>(nodeKinds).flatMap(({ name, losses = [] }) =>
    losses.flatMap(({ formats, type, message }) =>
      formats.includes(format) && counts.has(name) ? [{ type, message, count: counts.get(name)! }] : [],
    ),
  )
  // What is gone is said first.
  notes.sort((a, b) => Number(a.type === 'changed') - Number(b.type === 'changed'))
  return missing > 0
    ? [
        ...notes,
        {
          type: 'left out',
          message: 'A picture could not be read; its alternative text stands in its place.',
          count: missing,
        },
      ]
    : notes
}
