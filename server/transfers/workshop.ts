import { readFile } from 'node:fs/promises'
import { strToU8 } from 'fflate'
import { nanoid } from 'nanoid'
import type { Book, Files } from '../../core/formats/book.ts'
import { type ImportResult, keptOf } from '../../core/formats/imported.ts'
import { EBOOK_STYLE } from '../../core/formats/ebook-style.ts'
import { epubFiles } from '../../core/formats/epub.ts'
import { markdownFiles } from '../../core/formats/markdown-book.ts'
import { readEpub } from '../../core/formats/read-epub.ts'
import { readMarkdown, readMarkdownArchive, readWebText } from '../../core/formats/read-markdown.ts'
import { readWord } from '../../core/formats/read-word.ts'
import { webDocument } from '../../core/formats/web-document.ts'
import { zipEpub, zipFiles } from '../../core/formats/zip.ts'
import { pageFromJson } from '../../core/document/schema.ts'
import type { ExportFormat } from '../../core/formats/transfer.ts'
import type { Order, SentBook, Written } from './orders.ts'

/*
 * A process of its own that makes one thing and ends: it has no database, no secrets and no network to speak of. Orders
 * come as messages, products go as messages.
 */
const standalone = (file: string): Promise<string> => readFile(`build/standalone/${file}`, 'utf8')

const writers: Record<ExportFormat, (book: Book) => Written | Promise<Written>> = {
  epub: (book) => ({ bytes: zipEpub(epubFiles(book, EBOOK_STYLE)), ending: 'epub', mediaType: 'application/epub+zip' }),
  web: async (book) => ({
    bytes: strToU8(
      webDocument(book, { style: await standalone('standalone.css'), script: await standalone('standalone.js') }),
    ),
    ending: 'html',
    mediaType: 'text/html',
  }),
  // Paper has no script; a browser makes the PDF of it.
  pdf: async (book) => ({
    bytes: strToU8(webDocument(book, { style: await standalone('standalone.css'), script: null })),
    ending: 'html',
    mediaType: 'text/html',
  }),
  markdown: (book) => markdown(markdownFiles(book)),
}

function markdown(files: Files): Written {
  const [only, ...more] = Object.values(files)
  if (more.length === 0 && typeof only === 'string')
    return { bytes: strToU8(only), ending: 'md', mediaType: 'text/markdown' }
  return { bytes: zipFiles(files), ending: 'zip', mediaType: 'application/zip' }
}

function bookFrom(sent: SentBook): Book {
  return {
    ...sent,
    opening: pageFromJson(sent.opening),
    parts: sent.parts.map((part) => ({
      ...part,
      chapters: part.chapters.map((chapter) => ({ ...chapter, page: pageFromJson(chapter.page) })),
    })),
  }
}

const freshId = (): string => nanoid(12)
const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b

async function read({ format, bytes, as, name }: Extract<Order, { task: 'read' }>): Promise<ImportResult> {
  if (format === 'word') return readWord(bytes, as, name, freshId)
  if (format === 'epub') return readEpub(bytes, name, freshId)
  if (format === 'markdown' && isZip(bytes)) return readMarkdownArchive(bytes, as, name, freshId)
  const text = new TextDecoder().decode(bytes)
  return format === 'html' ? readWebText(text, as, name, freshId) : readMarkdown(text, as, name, freshId)
}

async function work(order: Order): Promise<object> {
  if (order.task === 'write') {
    const book = bookFrom(order.book)
    const kept = keptOf({ opening: { id: '', page: book.opening }, parts: book.parts })
    return { ok: true, value: { ...(await writers[order.format](book)), kept } }
  }
  const result = await read(order)
  if (!result.ok) return result
  const { imported } = result
  const plain = (page: { id: string; page: { toJSON: () => unknown } }): { id: string; page: unknown } => ({
    id: page.id,
    page: page.page.toJSON(),
  })
  return {
    ok: true,
    value: {
      ...imported,
      kept: keptOf(imported),
      opening: plain(imported.opening),
      parts: imported.parts.map((part) => ({ ...part, chapters: part.chapters.map(plain) })),
    },
  }
}

process.once('message', (order: Order) => {
  void work(order)
    .catch(() => ({
      ok: false,
      reason:
        'The document can’t be read. It may be damaged; save it again in the program it came from, then try again.',
    }))
    .then((answer) => process.send!(answer, undefined, undefined, () => process.exit(0)))
})
