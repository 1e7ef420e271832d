import type { Node } from 'prosemirror-model'
import { shelfItemsOf } from '../document/shelf-items.ts'
import { statistics } from '../document/statistics.ts'
import type { ReadNote } from '../html/report.ts'
import { retitle } from '../structure/retitle.ts'
import { splitPage } from '../structure/split-page.ts'
import { isA } from '../kinds/facts.ts'

/** A picture that came with a document, under the id by which its pages name it. */
export interface ImportedPicture {
  readonly id: string
  readonly name: string
  readonly bytes: Uint8Array
}

export interface ImportedPage {
  readonly id: string
  readonly page: Node
}

/** What became of something that came along, and how often. */
export interface ImportNote {
  readonly type: 'changed' | 'left out'
  readonly message: string
  readonly count: number
}

/** A document from outside as pages: one page, or a book with its chapters. Nothing of it is kept yet. */
export interface Imported {
  readonly opening: ImportedPage
  readonly parts: readonly { readonly title: string | null; readonly chapters: readonly ImportedPage[] }[]
  readonly pictures: readonly ImportedPicture[]
  readonly notes: readonly ImportNote[]
}

export type ImportResult =
  { readonly ok: true; readonly imported: Imported } | { readonly ok: false; readonly reason: string }

/** Whether a document of one text becomes one page, or a book with a chapter for each of its main headings. */
export type ImportAs = 'page' | 'book'

/** A text of one piece, as a page or as a book. Without a title of its own it is called by the name of its file. */
export function importedText(
  text: { readonly page: Node; readonly notes: readonly ImportNote[]; readonly pictures: readonly ImportedPicture[] },
  as: ImportAs,
  name: string,
  freshId: () => string,
): Imported {
  const { notes, pictures } = text
  const page = text.page.firstChild?.textContent.trim() ? text.page : retitle(text.page, name)
  const ids = Array.from({ length: page.childCount + 1 }, freshId)
  const split =
    as === 'book' ? splitPage(page, (chapter, place) => `${ids[chapter + 1] ?? ''}${place && `#${place}`}`) : null
  if (!split) return { opening: { id: ids[0]!, page }, parts: [], pictures, notes }
  return {
    opening: { id: ids[0]!, page: split.opening },
    parts: [{ title: null, chapters: split.chapters.map((chapter, at) => ({ id: ids[at + 1]!, page: chapter })) }],
    pictures,
    notes,
  }
}

/** The notes of reading, the same sentence once with its count. What was recognised is no news here. */
export function countNotes(
  notes: Iterable<Pick<ReadNote, 'message'> & { readonly type: ReadNote['type'] }>,
): ImportNote[] {
  const found = new Map<string, ImportNote>()
  for (const { type, message } of notes) {
    if (type === 'recognised') continue
    const key = `${type} ${message}`
    found.set(key, { type, message, count: (found.get(key)?.count ?? 0) + 1 })
  }
  return [...found.values()]
}

/** What was kept, in numbers that an author can hold against the document. */
export interface Kept {
  readonly chapters: number
  readonly words: number
  readonly headings: number
  readonly lists: number
  readonly tables: number
  readonly pictures: number
}

export function keptOf({ opening, parts }: Pick<Imported, 'opening' | 'parts'>): Kept {
  const chapters = parts.flatMap((part) => part.chapters)
  const kept = { chapters: chapters.length, words: 0, headings: chapters.length, lists: 0, tables: 0, pictures: 0 }
  for (const { page } of [opening, ...chapters]) {
    kept.words += statistics(page).words
    kept.pictures += shelfItemsOf(page).length
    page.descendants((node) => {
      if (isA(node, 'heading')) kept.headings++
      if (node.type.isInGroup('list')) kept.lists++
      if (isA(node, 'table')) kept.tables++
      return !node.isTextblock
    })
  }
  return kept
}
