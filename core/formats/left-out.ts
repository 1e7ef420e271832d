import type { Node } from 'prosemirror-model'
import { type Book, chaptersOf } from './book.ts'
import type { BroughtNote } from './brought.ts'
import type { OutFormat } from './transfer.ts'

/** What a format does not carry: which kinds of node, and what becomes of them. */
const LOSSES: readonly { readonly kind: string; readonly formats: readonly OutFormat[]; readonly sort: BroughtNote['sort']; readonly message: string }[] = [
  { kind: 'bankQuestion', formats: ['epub', 'pdf', 'web'], sort: 'left out', message: 'Questions of the bank were left out: they are answered in the course.' },
  { kind: 'htmlPiece', formats: ['epub', 'pdf'], sort: 'changed', message: 'A code piece runs only in a browser; its title stands in its place.' },
  { kind: 'player', formats: ['epub', 'pdf', 'web'], sort: 'changed', message: 'A player of another host became a link to it.' },
  { kind: 'practice', formats: ['epub', 'pdf'], sort: 'changed', message: 'A practice question shows what there is to choose from, without its answers.' },
  { kind: 'practice', formats: ['web'], sort: 'changed', message: 'A practice question has its answers folded beneath it.' },
]

/** What of a book a format does not carry, as notes; `missing` pictures could not be read. */
export function leftOut(book: Book, format: OutFormat, missing: number): BroughtNote[] {
  const counts = new Map<string, number>()
  for (const page of [book.opening, ...chaptersOf(book).map((chapter) => chapter.page)])
    page.descendants((node: Node) => {
      counts.set(node.type.name, (counts.get(node.type.name) ?? 0) + 1)
      return !node.isTextblock
    })
  const notes = LOSSES.flatMap(({ kind, formats, sort, message }) => (formats.includes(format) && counts.has(kind) ? [{ sort, message, count: counts.get(kind)! }] : []))
  return missing > 0 ? [...notes, { sort: 'left out', message: 'A picture could not be read; its alternative text stands in its place.', count: missing }] : notes
}
