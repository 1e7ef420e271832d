import { MOST_TOLD, type SentSetAside } from '../document/wire.ts'
import type { ImportNote } from '../formats/imported.ts'
import { cleanText } from '../tree/characters.ts'
import { shortened } from '../tree/shortened.ts'
import type { FragmentNotes } from './fragments.ts'

/** The longest code that waits beside a page as an HTML piece, in UTF-16 units; of longer code only the notes do. */
const MOST_CODE = 20_000
/** So many fragments are told one by one; the rest as a number. */
const MOST_FRAGMENTS = 100

/** What came in and is not on the page, to be kept beside it until an author decides. What was recognised is there. */
export function leftOutOf(fragments: readonly FragmentNotes[], freshId: () => string): SentSetAside[] {
  const lost = fragments.filter(({ type }) => type !== 'recognised')
  const more = lost.length - MOST_FRAGMENTS
  return [
    ...lost
      .slice(0, MOST_FRAGMENTS)
      .map(({ messages, code }) => entryOf(freshId(), messages.join(' '), code?.text ?? '')),
    ...(more > 0
      ? [entryOf(freshId(), `${more.toLocaleString('en')} more fragments lost something, too many to list.`, '')]
      : []),
  ]
}

/** The same of one paste, by what was said of it. Nothing where it lost nothing. */
export const leftOutOfPaste = (told: readonly string[], unsafeHtml: string, freshId: () => string): SentSetAside[] =>
  told.length > 0 ? [entryOf(freshId(), `Of what was pasted: ${told.join(' ')}`, unsafeHtml)] : []

/** The same of a document that was imported: its report is put away with its file, this stays with the page. */
export function leftOutOfImport(name: string, notes: readonly ImportNote[], freshId: () => string): SentSetAside[] {
  const told = notes.flatMap(({ type, message, count }) =>
    type === 'left out' ? [count > 1 ? `${message} (${count.toLocaleString('en')} times)` : message] : [],
  )
  return told.length > 0
    ? [entryOf(freshId(), `Of “${shortened(name, 100)}”, as it was imported: ${told.join(' ')}`, '')]
    : []
}

function entryOf(id: string, told: string, unsafeCode: string): SentSetAside {
  const code = cleanText(unsafeCode)
  const isKept = code.trim() !== '' && code.length <= MOST_CODE
  return {
    ...{ id, reason: 'left out', told: cleanText(told).slice(0, MOST_TOLD).toWellFormed() },
    content: isKept ? { content: [{ type: 'htmlPiece', attrs: { code } }] } : {},
  }
}

/** The code that such a passage holds; empty where it is too long to be kept. */
export function codeIn(unsafeSlice: unknown): string {
  const piece = (unsafeSlice as { content?: readonly { attrs?: { code?: unknown } }[] } | null)?.content?.[0]
  return typeof piece?.attrs?.code === 'string' ? piece.attrs.code : ''
}
