import mammoth from 'mammoth'
import { parseFragment } from 'parse5'
import { attribute, element, type HtmlElement, type HtmlNode, isElement } from '../tree/tree.ts'
import { rename } from '../kinds/part/kinds.ts'
import { isAnchor, linkedPlaces } from '../html/places-apart.ts'
import { readNodes } from '../html/read.ts'
import { isPlace } from '../paste/tidy.ts'
import type { ReadNote } from '../html/report.ts'
import { readArchive } from './archive.ts'
import { type ImportAs, type ImportNote, type ImportResult, importedText, countNotes } from './imported.ts'
import { IncomingPictures } from './incoming-pictures.ts'
import { formulasApart, type FormulasApart, putFormulas } from './word-formulas.ts'
import { zipFiles } from './zip.ts'

/** Styles of Word by name (common practice: its built-in English names), as what they mean in a page. */
const STYLES = [
  "p[style-name='Title'] => h1.document-title:fresh",
  "p[style-name='Subtitle'] => p:fresh",
  "p[style-name='Quote'] => blockquote > p:fresh",
  "p[style-name='Intense Quote'] => blockquote > p:fresh",
  "p[style-name='Block Text'] => blockquote > p:fresh",
  // Beside a table it is its caption; the first is Word’s name, the second the one of documents made from Markdown.
  "p[style-name='caption'] => p.caption:fresh",
  "p[style-name='Table Caption'] => p.caption:fresh",
  'u => u',
]

/** Names that word processors give to plain text (common practice): that it stays plain is no news. */
const PLAIN_STYLES = new Set(['First Paragraph', 'Compact', 'Body Text', 'Normal (Web)', 'No Spacing', 'Default'])

type Converted = Awaited<ReturnType<typeof mammoth.convertToHtml>>

/** Where a picture stands until its bytes are known by their id. */
const INCOMING = 'incoming:'

/** A Word document (Office Open XML, ECMA-376) as a page, or as a book with a chapter for each main heading. */
export async function readWord(
  bytes: Uint8Array,
  as: ImportAs,
  name: string,
  freshId: () => string,
): Promise<ImportResult> {
  const archive = readArchive(bytes)
  if (!archive.ok) return archive
  const document = archive.files.get('word/document.xml')
  if (!document)
    return {
      ok: false,
      reason:
        'This is no Word document (.docx): there is no text in it. Documents of older Word (.doc) have to be saved as .docx first.',
    }
  const pictures = new IncomingPictures(freshId)
  const apart = formulasApart(new TextDecoder().decode(document))
  const converted = await htmlOf(withDocument(bytes, archive.files, apart), pictures)
  if (!converted)
    return {
      ok: false,
      reason:
        'The Word document is damaged: its text can’t be read. Open it in a word processor, save it again in the program it came from, then try again.',
    }
  const nodes = titled(
    pictures.place(withBookmarks(parseFragment(converted.value).childNodes), (src) =>
      src.startsWith(INCOMING) ? src.slice(INCOMING.length) : null,
    ),
  )
  putFormulas(nodes, apart.formulas)
  const { page, notes } = readNodes(nodes)
  const lost = inXml(apart, archive.files)
  const styleNotes = notesOnStyles(converted)
  return {
    ok: true,
    imported: importedText(
      {
        page,
        notes: [...countNotes([...styleNotes, ...notes]), ...lost, ...pictures.notes()],
        pictures: pictures.pictures,
      },
      as,
      name,
      freshId,
    ),
  }
}

/** The bytes of a document, with its text as it is without its formulas. */
function withDocument(
  bytes: Uint8Array,
  files: ReadonlyMap<string, Uint8Array>,
  { xml, formulas }: FormulasApart,
): Uint8Array {
  return formulas.length === 0
    ? bytes
    : zipFiles({ ...Object.fromEntries(files), 'word/document.xml': new TextEncoder().encode(xml) })
}

/** The document as HTML; null when it is damaged. */
function htmlOf(bytes: Uint8Array, pictures: IncomingPictures): Promise<Converted | null> {
  return mammoth
    .convertToHtml(
      { arrayBuffer: bytes.slice().buffer, buffer: bytes } as Parameters<typeof mammoth.convertToHtml>[0],
      {
        styleMap: STYLES,
        includeEmbeddedStyleMap: false,
        externalFileAccess: false,
        convertImage: mammoth.images.imgElement(async (image) => ({ src: await taken(image, pictures) })),
      },
    )
    .catch(() => null)
}

/** What became of styles that have no meaning in a page. */
function notesOnStyles(converted: Converted): Pick<ReadNote, 'type' | 'message'>[] {
  const styles = converted.messages.flatMap(
    ({ message }) => /^Unrecognised (paragraph|run) style: '?(.*?)'? \(Style ID/.exec(message)?.slice(1, 3) ?? [],
  )
  return pairs(styles)
    .filter(([, style]) => !PLAIN_STYLES.has(style))
    .map(([type, style]) => ({
      type: 'changed' as const,
      message:
        type === 'run'
          ? `The style “${style}” of some words was left out; the words were kept.`
          : `Paragraphs of the style “${style}” became plain paragraphs.`,
    }))
}

function pairs(list: readonly string[]): [string, string][] {
  return Array.from({ length: list.length / 2 }, (_, at) => [list[at * 2]!, list[at * 2 + 1]!])
}

async function taken(
  image: Parameters<Parameters<typeof mammoth.images.imgElement>[0]>[0],
  pictures: IncomingPictures,
): Promise<string> {
  const bytes = new Uint8Array(await image.readAsArrayBuffer())
  const id = pictures.take(
    keyOf(bytes),
    `picture.${image.contentType.split('/').at(-1)?.split('+')[0] ?? 'png'}`,
    bytes,
  )
  return id === null ? '' : INCOMING + id
}

/**
 * Tells pictures apart well enough: length and a sum over all bytes (FNV-1a, 32 bit), as two pictures of a document
 * differ.
 */
function keyOf(bytes: Uint8Array): string {
  let hash = 0x811c9dc5
  for (const byte of bytes) hash = Math.imul(hash ^ byte, 0x01000193)
  return `${bytes.length} ${hash >>> 0}`
}

/** Bookmarks are places; those that Word makes for its own use only where something leads there. */
function withBookmarks(nodes: readonly HtmlNode[], linked = linkedPlaces(nodes)): HtmlNode[] {
  return nodes.flatMap((node): HtmlNode[] => {
    if (!isElement(node)) return [node]
    node.childNodes = withBookmarks(node.childNodes, linked)
    return isAnchor(node) && !isPlace(node, { linked }) ? node.childNodes : [node]
  })
}

/**
 * The document's own title first: what has the style of one, else a single heading of level 1 that comes before all
 * others. Where more headings are of level 1, all move down by one.
 */
function titled(nodes: HtmlNode[]): HtmlNode[] {
  const headings = nodes.filter((node): node is HtmlElement => isElement(node) && /^h[1-6]$/.test(node.tagName))
  const first = headings.filter(({ tagName }) => tagName === 'h1')
  const title =
    first.find((heading) => attribute(heading, 'class') === 'document-title') ??
    (first.length === 1 && headings[0] === first[0] ? first[0] : undefined)
  if (first.some((heading) => heading !== title))
    for (const heading of headings)
      if (heading !== title) rename(heading, `h${Math.min(6, Number(heading.tagName[1]) + 1)}`)
  if (!title) return [element('h1'), ...nodes]
  title.attrs = []
  return [title, ...nodes.filter((node) => node !== title)]
}

/** What stands in the document and in no page, counted in its XML (ECMA-376, part 1: WordprocessingML). */
function inXml({ xml, unread }: FormulasApart, files: ReadonlyMap<string, Uint8Array>): ImportNote[] {
  const count = (pattern: RegExp, where = xml): number => where.match(pattern)?.length ?? 0
  const comments = count(/<w:comment [^>]*>/g, new TextDecoder().decode(files.get('word/comments.xml')))
  const found: readonly (readonly [ImportNote['type'], string, number])[] = [
    ['left out', 'Formulas that could not be read were left out.', unread],
    ['left out', 'Charts were left out: put them in as pictures.', count(/<c:chart[ >]/g)],
    ['left out', 'Diagrams were left out: put them in as pictures.', count(/<dgm:relIds[ >]/g)],
    ['left out', 'Comments in the margin were left out.', comments],
    ['left out', 'Words that a tracked change had struck out were left out.', count(/<w:del [^>]*>/g)],
    ['changed', 'Words that a tracked change had put in were kept as if accepted.', count(/<w:ins [^>]*>/g)],
    [
      'left out',
      'Headers and footers of the printed page were left out.',
      [...files.keys()].filter(
        (path) =>
          /^word\/(header|footer)\d*\.xml$/.test(path) && /<w:t[ >]/.test(new TextDecoder().decode(files.get(path))),
      ).length,
    ],
  ]
  return found.flatMap(([type, message, times]) => (times > 0 ? [{ type, message, count: times }] : []))
}
