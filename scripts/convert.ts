import { randomUUID } from 'node:crypto'
import { readFile, writeFile } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import { fileTypeFromBuffer } from 'file-type'
import { nanoid } from 'nanoid'
import { shelfItemsOf } from '../core/document/shelf-items.ts'
import type { Book, BookPicture } from '../core/formats/book.ts'
import { type ImportAs, type ImportNote, type ImportResult, importedText } from '../core/formats/imported.ts'
import { toMarkdown } from '../core/formats/markdown.ts'
import { readMarkdown, readWebText } from '../core/formats/read-markdown.ts'
import { SCHEMA_VERSION } from '../core/kinds/upgrades.ts'
import { buildWhenNeeded } from './build-when-needed.ts'
import { BadInput, pageOf, textOf } from './input.ts'

/** A document read by the ending of its name: one page, or a book with a chapter for each main heading. */
async function bookOf(file: string, as: ImportAs): Promise<{ book: Book; notes: readonly ImportNote[] }> {
  const name = basename(file).replace(/\.[^.]*$/, '')
  const bytes = async (): Promise<Uint8Array> => new Uint8Array(await readFile(file))
  const freshId = (): string => nanoid(8)
  const readers: Record<string, () => Promise<ImportResult>> = {
    '.md': async () => readMarkdown(await textOf(file), as, name, freshId),
    '.html': async () => readWebText(await textOf(file), as, name, freshId),
    '.htm': async () => readWebText(await textOf(file), as, name, freshId),
    '.docx': async () => (await import('../core/formats/read-word.ts')).readWord(await bytes(), as, name, freshId),
    '.epub': async () => (await import('../core/formats/read-epub.ts')).readEpub(await bytes(), name, freshId),
  }
  const read = await (
    readers[extname(file)] ??
    (async () =>
      ({
        ok: true,
        imported: importedText({ page: await pageOf(file), notes: [], pictures: [] }, as, name, freshId),
      }) as const)
  )()
  if (!read.ok) throw new BadInput(`${file}: ${read.reason}`)
  const { opening, parts, notes } = read.imported
  const pictures = new Map(
    await Promise.all(read.imported.pictures.map(async ({ id, bytes }) => [id, await pictureOf(bytes)] as const)),
  )
  let number = 0
  const book: Book = {
    identifier: `urn:uuid:${randomUUID()}`,
    language: 'en',
    direction: 'ltr',
    authors: [],
    modified: new Date().toISOString().replace(/\.\d+Z$/, 'Z'),
    opening: opening.page,
    parts: parts.map((part) => ({
      title: part.title,
      chapters: part.chapters.map((each) => ({ ...each, number: String(++number) })),
    })),
    pictures,
  }
  return { book, notes }
}

/** A picture with the type that its bytes have, whatever its name said. */
async function pictureOf(bytes: Uint8Array): Promise<BookPicture> {
  const type = await fileTypeFromBuffer(bytes)
  // Drawings are text: nothing at their start tells them for certain.
  return { bytes, mediaType: type?.mime ?? 'image/svg+xml', ending: type?.ext ?? 'svg' }
}

/** Nothing is left out or changed unsaid: a line each on standard error. */
function tell(from: string, notes: readonly ImportNote[]): void {
  for (const { message, count } of notes) console.error(`${from}: ${message}${count > 1 ? ` (${count} times)` : ''}`)
}

/** Reads a file by the ending of its name and writes another. Throws `BadInput`. */
export async function convert([from, to, ...more]: string[]): Promise<void> {
  if (!from || !to || more.length > 0) throw new BadInput('“convert” needs two files: what to read, and what to write.')
  const ending = extname(to)
  if (!['.md', '.json', '.html', '.htm', '.epub'].includes(ending))
    throw new BadInput(`${to} has an ending that “convert” does not know: .html, .md, .epub or .json.`)
  const { book, notes } = await bookOf(from, ending === '.epub' ? 'book' : 'page')
  tell(from, notes)
  if (ending === '.epub') {
    const [{ epubFiles }, { EBOOK_STYLE }, { zipEpub }] = await Promise.all([
      import('../core/formats/epub.ts'),
      import('../core/formats/ebook-style.ts'),
      import('../core/formats/zip.ts'),
    ])
    return writeFile(to, zipEpub(epubFiles(book, EBOOK_STYLE)))
  }
  if (ending.startsWith('.htm')) {
    const { webDocument } = await import('../core/formats/web-document.ts')
    return writeFile(to, webDocument(book, await standaloneFiles()))
  }
  if (book.parts.length > 0)
    throw new BadInput(
      `${from} is a book of several texts, and ${ending} holds one. Convert it to .html, or bring it into a course.`,
    )
  const lost = shelfItemsOf(book.opening).length
  if (lost > 0)
    tell(from, [
      {
        type: 'left out',
        message: `${lost === 1 ? 'A picture is' : `${lost} pictures are`} not in ${to}: a file of this kind holds none. Convert to .html or .epub to keep ${lost === 1 ? 'it' : 'them'}.`,
        count: 1,
      },
    ])
  await writeFile(
    to,
    ending === '.md'
      ? toMarkdown(book.opening)
      : JSON.stringify({ version: SCHEMA_VERSION, document: book.opening.toJSON() as unknown }),
  )
}

/** The style and script of files that stand alone; built when they are not there yet. */
async function standaloneFiles(): Promise<{ style: string; script: string }> {
  // Built itself, this file lies somewhere beside them.
  const [, home, folder] = /^(.*\/)(build\/tools|scripts)\//.exec(import.meta.url)!
  if (folder === 'scripts') buildWhenNeeded()
  const [style, script] = await Promise.all(
    ['standalone.css', 'standalone.js'].map((file) => readFile(new URL(`${home}build/standalone/${file}`), 'utf8')),
  )
  return { style: style!, script: script! }
}
