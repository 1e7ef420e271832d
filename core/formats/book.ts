import type { Node } from 'prosemirror-model'
import { escapeText } from './escape.ts'

/** A chapter on its way out. */
export interface BookChapter {
  /** The id of its entry. */
  readonly id: string
  /** Its number in the book; empty without one. */
  readonly number: string
  readonly page: Node
}

/** A picture in bytes that whoever gets a file can show. */
export interface BookPicture {
  readonly bytes: Uint8Array
  readonly mediaType: string
  /** What ends its file name, without the dot. */
  readonly ending: string
}

/** A book, or a single page (a book without chapters), with all that goes out with it. */
export interface Book {
  /** An identifier that stays with the book, as a URN. */
  readonly identifier: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly authors: readonly string[]
  /** When it last changed, to the second, in UTC: 2026-11-25T21:00:00Z. */
  readonly modified: string
  /** The text before the first chapter; its title is the book's. */
  readonly opening: Node
  readonly parts: readonly { readonly title: string | null; readonly chapters: readonly BookChapter[] }[]
  /** By the id of the shelf item. */
  readonly pictures: ReadonlyMap<string, BookPicture>
}

/** One file, or several by their path. */
export type Files = Readonly<Record<string, string | Uint8Array>>

export const titleOf = (page: Node): string => page.firstChild?.textContent || 'Untitled'
export const chaptersOf = ({ parts }: Book): BookChapter[] => parts.flatMap(({ chapters }) => chapters)
/** A chapter's title with its number before it. */
export const numbered = ({ number, page }: BookChapter): string => `${number} ${titleOf(page)}`.trim()

/** The same as HTML, its number apart so that it can be told from the words. */
export const numberedHeading = ({ number, page }: BookChapter): string =>
  `${number === '' ? '' : `<span class="number">${escapeText(number)} </span>`}${escapeText(titleOf(page))}`

/** Words as part of a file name: letters, digits and hyphens of any script, at most 60. */
export function fileName(words: string): string {
  return (
    words
      .normalize('NFC')
      .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || 'untitled'
  )
}
