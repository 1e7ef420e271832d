import type { ImportAs, ImportNote, ImportedPicture, Kept } from '../../core/formats/imported.ts'
import type { BookPicture } from '../../core/formats/book.ts'
import type { ImportFormat, ExportFormat } from '../../core/formats/transfer.ts'

/** A book on its way between processes: pages as JSON. */
export interface SentBook {
  readonly identifier: string
  readonly language: string
  readonly direction: 'ltr' | 'rtl'
  readonly authors: readonly string[]
  readonly modified: string
  readonly opening: unknown
  readonly parts: readonly {
    readonly title: string | null
    readonly chapters: readonly { readonly id: string; readonly number: string; readonly page: unknown }[]
  }[]
  readonly pictures: ReadonlyMap<string, BookPicture>
}

export interface SentImported {
  readonly opening: { readonly id: string; readonly page: unknown }
  readonly parts: readonly {
    readonly title: string | null
    readonly chapters: readonly { readonly id: string; readonly page: unknown }[]
  }[]
  readonly pictures: readonly ImportedPicture[]
  readonly notes: readonly ImportNote[]
  readonly kept: Kept
}

/** What the workshop is asked for: to write a book in a format, or to read a document. */
export type Order =
  | { readonly task: 'write'; readonly format: ExportFormat; readonly book: SentBook }
  | {
      readonly task: 'read'
      readonly format: ImportFormat
      readonly bytes: Uint8Array
      readonly as: ImportAs
      readonly name: string
    }

export interface Written {
  readonly bytes: Uint8Array
  readonly ending: string
  readonly mediaType: string
}

export type Product<O extends Order> = O extends { task: 'write' } ? Written & { readonly kept: Kept } : SentImported
