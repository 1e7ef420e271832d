import { z } from 'zod'
import { EXPORT_FORMATS, type ExportFormat, exportFormats, factsOfFormat } from '../kinds/export-formats.ts'
import type { EntryKind } from '../plan/kinds.ts'

export { EXPORT_FORMATS, type ExportFormat, exportFormats, factsOfFormat }
/** What can come in, as the first bytes of a file tell it. */
export const IMPORT_FORMATS = ['word', 'epub', 'markdown', 'html'] as const
export type ImportFormat = (typeof IMPORT_FORMATS)[number]

/** Which version of a text leaves: what students read, or what is being written. */
export const EXPORT_VARIANTS = ['published', 'written'] as const
export type ExportVariant = (typeof EXPORT_VARIANTS)[number]

export const importFormats = { word: 'Word', epub: 'EPUB', markdown: 'Markdown', html: 'HTML' } satisfies Record<
  ImportFormat,
  string
>

/** What can leave by itself: what is written, a book with its chapters. */
export const EXPORTABLE: readonly EntryKind[] = ['page', 'book', 'chapter', 'discussion', 'assignment']

const count = z.number().int().min(0)
/** What became of something that went out or came in. */
const transferReport = z.object({
  kept: z
    .object({ chapters: count, words: count, headings: count, lists: count, tables: count, pictures: count })
    .nullable(),
  notes: z.array(z.object({ type: z.enum(['changed', 'left out']), message: z.string(), count })),
})
export type TransferReport = z.infer<typeof transferReport>

/** What authors see of a transfer, wherever it comes from. */
export const transferFields = {
  id: z.string(),
  person: z.string(),
  direction: z.enum(['out', 'in']),
  format: z.string(),
  name: z.string(),
  state: z.enum(['waiting', 'running', 'done', 'failed']),
  /** What is being done just now, and how much of it is done. */
  step: z.string(),
  done: z.number(),
  total: z.number(),
  problem: z.string().nullable(),
  report: transferReport.nullable(),
  /** What came in, by the id of its entry. */
  madeId: z.string().nullable(),
}
