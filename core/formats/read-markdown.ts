import { parseFragment } from 'parse5'
import { attribute, everyElement, type HtmlElement, isElement, textOf } from '../tree/tree.ts'
import { parsed } from '../html/parsed.ts'
import { readNodes, type ReadResult } from '../html/read.ts'
import { type ReadNote, ReadReport } from '../html/report.ts'
import { pathFrom, readArchive } from './archive.ts'
import { type ImportAs, type ImportedPage, type ImportResult, importedText, countNotes } from './imported.ts'
import { relink } from './relink.ts'
import { IncomingPictures } from './incoming-pictures.ts'
import { htmlOfMarkdown } from './markdown.ts'
import { CONTENTS_FILE } from './markdown-book.ts'
import { retitle } from '../structure/retitle.ts'

/** A Markdown file as a page, or as a book with a chapter for each main heading. */
export function readMarkdown(unsafeText: string, as: ImportAs, name: string, freshId: () => string): ImportResult {
  return readWebText(htmlOfMarkdown(unsafeText), as, name, freshId)
}

/** HTML of one file the same way; pictures that are not in it are left to their alternative text. */
export function readWebText(unsafeHtml: string, as: ImportAs, name: string, freshId: () => string): ImportResult {
  const pictures = new IncomingPictures(freshId)
  const report = new ReadReport()
  const { page, notes } = readNodes(
    pictures.place(parsed(unsafeHtml, report), () => null),
    { report },
  )
  return {
    ok: true,
    imported: importedText(
      { page, notes: [...countNotes(notes), ...pictures.notes()], pictures: [] },
      as,
      name,
      freshId,
    ),
  }
}

/** A ZIP of Markdown files: a book in the order of its `contents.md`, or of their names; a single file is a page. */
export function readMarkdownArchive(
  bytes: Uint8Array,
  as: ImportAs,
  name: string,
  freshId: () => string,
): ImportResult {
  const archive = readArchive(bytes)
  if (!archive.ok) return archive
  const { files } = archive
  const texts = [...files.keys()]
    .filter((path) => /\.(md|markdown)$/i.test(path) && !path.startsWith('__MACOSX/'))
    .sort()
  const contents = texts.find((path) => path === CONTENTS_FILE)
  if (texts.length === 0) return { ok: false, reason: 'There is no Markdown file (.md) in it.' }
  const order = contents
    ? contentsOf(decode(files.get(contents)), texts)
    : { parts: [{ title: null, files: texts.slice(1) }], first: texts[0]! }
  const listed = [order.first, ...order.parts.flatMap((part) => part.files)]
  const ids = new Map(listed.map((path) => [path, freshId()]))
  const { read, notes, pictures } = archiveReader(freshId, files, ids)
  if (listed.length === 1) {
    const { page } = read(order.first)
    return {
      ok: true,
      imported: importedText(
        { page, notes: [...countNotes(notes), ...pictures.notes()], pictures: pictures.pictures },
        as,
        name,
        freshId,
      ),
    }
  }
  const page = (path: string): ImportedPage => {
    const found = read(path).page
    return { id: ids.get(path)!, page: found.firstChild?.textContent.trim() ? found : retitle(found, nameOf(path)) }
  }
  const opening = page(order.first)
  const parts = order.parts.map((part) => ({ title: part.title, chapters: part.files.map(page) }))
  const unlisted = unlistedNotes(texts, contents, listed)
  return {
    ok: true,
    imported: {
      opening,
      parts,
      pictures: pictures.pictures,
      notes: [...countNotes(notes), ...pictures.notes(), ...unlisted],
    },
  }
}

/** Reads the files of an archive one by one, and gathers their pictures and what has to be told. */
function archiveReader(
  freshId: () => string,
  files: ReadonlyMap<string, Uint8Array<ArrayBufferLike>>,
  ids: ReadonlyMap<string, string>,
) {
  const pictures = new IncomingPictures(freshId)
  const notes: ReadNote[] = []
  const read = (path: string): ReadResult => {
    const report = new ReadReport()
    const nodes = pictures.place(parsed(htmlOfMarkdown(decode(files.get(path))), report), (src) => {
      const found = pathFrom(path, src)
      const content = found === null ? undefined : files.get(found)
      return found !== null && content ? pictures.take(found, found.split('/').at(-1)!, content) : null
    })
    relink(nodes, path, ids)
    const result = readNodes(nodes, { report })
    notes.push(...result.notes)
    return result
  }
  return { read, notes, pictures }
}

/** Says how many of the files the contents do not name. */
function unlistedNotes(texts: readonly string[], contents: string | undefined, listed: readonly string[]) {
  const left = texts.filter((path) => path !== contents && !listed.includes(path)).length
  const unlisted =
    left > 0
      ? [
          {
            type: 'left out' as const,
            message: `A Markdown file is not in ${CONTENTS_FILE}; it was left out.`,
            count: left,
          },
        ]
      : []
  return unlisted
}

const decode = (bytes: Uint8Array | undefined): string => new TextDecoder().decode(bytes)
const nameOf = (path: string): string =>
  path
    .split('/')
    .at(-1)!
    .replace(/\.[^.]*$/, '')
    .replaceAll('-', ' ')

interface Order {
  readonly first: string
  readonly parts: readonly { readonly title: string | null; readonly files: readonly string[] }[]
}

/** The order that `contents.md` gives: items with a link are chapters, items that hold a list are parts. */
function contentsOf(markdown: string, texts: readonly string[]): Order {
  const parts: { title: string | null; files: string[] }[] = []
  const known = new Set(texts.filter((path) => path !== CONTENTS_FILE))
  const take = (item: HtmlElement, part: { files: string[] }): void => {
    const link = [...everyElement(item.childNodes)].find(({ tagName }) => tagName === 'a')
    const path = link && pathFrom(CONTENTS_FILE, attribute(link, 'href') ?? '')
    if (path && known.delete(path)) part.files.push(path)
  }
  const items = (list: HtmlElement): HtmlElement[] =>
    list.childNodes.filter((child): child is HtmlElement => isElement(child) && child.tagName === 'li')
  for (const list of parseFragment(htmlOfMarkdown(markdown)).childNodes) {
    if (!isElement(list) || (list.tagName !== 'ul' && list.tagName !== 'ol')) continue
    for (const item of items(list)) {
      const inner = item.childNodes.find(
        (child): child is HtmlElement => isElement(child) && (child.tagName === 'ul' || child.tagName === 'ol'),
      )
      if (inner) {
        const part = {
          title: item.childNodes
            .filter((child) => child !== inner)
            .map(textOf)
            .join('')
            .trim(),
          files: [] as string[],
        }
        items(inner).forEach((each) => take(each, part))
        parts.push(part)
      } else {
        if (parts.at(-1)?.title !== null) parts.push({ title: null, files: [] })
        take(item, parts.at(-1)!)
      }
    }
  }
  const all = parts.flatMap(({ files }) => files)
  const first = all[0] ?? texts.find((path) => path !== CONTENTS_FILE) ?? CONTENTS_FILE
  return {
    first,
    parts: parts
      .map((part) => ({ ...part, files: part.files.filter((path) => path !== first) }))
      .filter(({ files }) => files.length > 0),
  }
}
